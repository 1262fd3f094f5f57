-- The roles of a server: run by its administrator with psql, once. Before it:
--   \set owner_password '…'   \set web_password '…'   \set keys_password '…'
-- ladder_school and ladder_key_ring carry the rights and cannot sign in. ladder_owner owns the tables and brings them up to date;
-- ladder_web is what pages work as, behind the wall between schools; ladder_keys reads and writes nothing but the keys of sign-ins.
\set ON_ERROR_STOP on
SELECT format('CREATE ROLE %I %s', role.name, role.options)
FROM (VALUES
  ('ladder_school', 'NOLOGIN'),
  ('ladder_key_ring', 'NOLOGIN'),
  ('ladder_owner', 'LOGIN'),
  ('ladder_web', 'LOGIN IN ROLE ladder_school'),
  ('ladder_keys', 'LOGIN IN ROLE ladder_key_ring')) role(name, options)
WHERE NOT EXISTS (SELECT FROM pg_roles WHERE rolname = role.name) \gexec
ALTER ROLE ladder_owner PASSWORD :'owner_password';
ALTER ROLE ladder_web PASSWORD :'web_password';
ALTER ROLE ladder_keys PASSWORD :'keys_password';
