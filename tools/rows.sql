-- How many rows each table has, one line a table.
SELECT t.relname, (xpath('/row/c/text()', query_to_xml(format('SELECT count(*) AS c FROM public.%I', t.relname), false, true, '')))[1]
FROM pg_class t WHERE t.relkind = 'r' AND t.relnamespace = 'public'::regnamespace ORDER BY t.relname
