-- Copies the demo school so that the database holds many: psql -v schools=1000 -f bench/many-schools.sql, as the server's
-- administrator, on the database of a demo that nobody needs. Every key of a copy follows from the demo's by a hash.
\set ON_ERROR_STOP on
SET session_replication_role = replica;
SELECT set_config('bench.schools', :'schools', false);
DO $do$
DECLARE
  source uuid := (SELECT id FROM schools ORDER BY id LIMIT 1);
  t record; names text; made text; filter text; began timestamptz;
BEGIN
  FOR t IN
    SELECT c.oid, c.relname FROM pg_class c
    WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace
      AND (c.relname IN ('schools') OR EXISTS (SELECT FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attname = 'school_id'))
      AND c.relname NOT IN ('api_tokens', 'invitations', 'sessions', 'door_notes', 'kept_posts')
    ORDER BY c.relname
  LOOP
    began := clock_timestamp();
    SELECT string_agg(format('%I', a.attname), ', ' ORDER BY a.attnum),
      string_agg(
        CASE
          WHEN a.atttypid = 'uuid'::regtype THEN format('CASE WHEN r.%1$I = %2$L THEN r.%1$I ELSE md5(r.%1$I::text || n)::uuid END',
            a.attname, '00000000-0000-0000-0000-000000000000')
          WHEN a.atttypid = 'uuid[]'::regtype THEN format('ARRAY(SELECT md5(x::text || n)::uuid FROM unnest(r.%I) x)', a.attname)
          WHEN a.attname IN ('email', 'user_name') THEN format('n || %L || r.%I', '.', a.attname)
          WHEN a.attname IN ('normalized_email', 'normalized_user_name') THEN format('n || %L || r.%I', '.', a.attname)
          ELSE format('r.%I', a.attname)
        END, ', ' ORDER BY a.attnum)
    INTO names, made
    FROM pg_attribute a
    WHERE a.attrelid = t.oid AND a.attnum > 0 AND NOT a.attisdropped AND a.attidentity = '' AND a.attgenerated = '';
    filter := CASE t.relname WHEN 'schools' THEN 'id' ELSE 'school_id' END;
    EXECUTE format('INSERT INTO %I (%s) SELECT %s FROM %I r CROSS JOIN generate_series(2, %s) n WHERE r.%I = %L',
      t.relname, names, made, t.relname, current_setting('bench.schools'), filter, source);
    RAISE NOTICE '% in %', t.relname, clock_timestamp() - began;
  END LOOP;
END $do$;
ANALYZE;
SELECT pg_size_pretty(pg_database_size(current_database())) AS size, (SELECT count(*) FROM schools) AS schools,
  (SELECT count(*) FROM sheet_lines) AS sheet_lines, (SELECT count(*) FROM attendances) AS attendances;
