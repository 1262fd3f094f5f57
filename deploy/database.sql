-- A database for Loyal Ladder: run by the server's administrator with psql, after roles.sql. Before it:
--   \set database 'loyal_ladder'
-- Run over a database that an administrator's tables stand in, it hands them to ladder_owner.
\set ON_ERROR_STOP on
SELECT format('CREATE DATABASE %I OWNER ladder_owner', :'database')
WHERE NOT EXISTS (SELECT FROM pg_database WHERE datname = :'database') \gexec
ALTER DATABASE :"database" OWNER TO ladder_owner;
REVOKE ALL ON DATABASE :"database" FROM PUBLIC;
GRANT CONNECT, TEMPORARY ON DATABASE :"database" TO ladder_school;
GRANT CONNECT ON DATABASE :"database" TO ladder_key_ring;
\connect :"database"
REVOKE CREATE ON SCHEMA public FROM PUBLIC;
SELECT format('ALTER TABLE public.%I OWNER TO ladder_owner', relname)
FROM pg_class
WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'p') AND pg_get_userbyid(relowner) <> 'ladder_owner' \gexec
SELECT format('ALTER FUNCTION %s OWNER TO ladder_owner', oid::regprocedure)
FROM pg_proc
WHERE pronamespace = 'public'::regnamespace AND pg_get_userbyid(proowner) <> 'ladder_owner' \gexec
