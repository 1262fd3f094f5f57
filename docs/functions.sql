-- What the database does by itself, as the last step of the schema leaves it. Written by FunctionsTests.

CREATE OR REPLACE FUNCTION public.ladder_calendar(wanted text)
 RETURNS TABLE(id uuid, school_id uuid)
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT c.id, c.school_id FROM calendar_addresses c JOIN "AspNetUsers" u ON u.id = c.person_id WHERE c.hash = wanted AND u.closed_at IS NULL $function$;

CREATE OR REPLACE FUNCTION public.ladder_count(topic text, of_school uuid)
 RETURNS void
 LANGUAGE plpgsql
AS $function$
DECLARE e record;
BEGIN
  FOR e IN
    UPDATE school_editions SET
      facts = facts + CASE WHEN topic IN ('facts', 'material') THEN 1 ELSE 0 END,
      material = material + CASE WHEN topic = 'material' THEN 1 ELSE 0 END,
      progress = progress + CASE WHEN topic = 'progress' THEN 1 ELSE 0 END
    WHERE of_school IS NULL OR school_id = of_school
    RETURNING *
  LOOP
    PERFORM pg_notify('ladder', format('%s %s %s.%s.%s', e.school_id, topic, e.facts, e.material, e.progress));
  END LOOP;
END $function$;

CREATE OR REPLACE FUNCTION public.ladder_count_rows()
 RETURNS void
 LANGUAGE plpgsql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ BEGIN ANALYZE taught_items; ANALYZE attendances; END $function$;

CREATE OR REPLACE FUNCTION public.ladder_invitation(wanted text)
 RETURNS TABLE(id uuid, school_id uuid)
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT i.id, i.school_id FROM invitations i WHERE i.hash = wanted $function$;

CREATE OR REPLACE FUNCTION public.ladder_is_founded()
 RETURNS boolean
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT EXISTS (SELECT FROM "AspNetUsers") $function$;

CREATE OR REPLACE FUNCTION public.ladder_new_school()
 RETURNS trigger
 LANGUAGE plpgsql
AS $function$
BEGIN
  INSERT INTO school_editions (school_id, facts, material, progress) VALUES (NEW.id, 1, 1, 1);
  RETURN NULL;
END $function$;

CREATE OR REPLACE FUNCTION public.ladder_person_of_email(wanted text)
 RETURNS TABLE(id uuid, school_id uuid)
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT u.id, u.school_id FROM "AspNetUsers" u WHERE u.normalized_user_name = wanted $function$;

CREATE OR REPLACE FUNCTION public.ladder_person_of_passkey(wanted bytea)
 RETURNS TABLE(id uuid, school_id uuid)
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT u.id, u.school_id FROM "AspNetUserPasskeys" p JOIN "AspNetUsers" u ON u.id = p.user_id WHERE p.credential_id = wanted $function$;

CREATE OR REPLACE FUNCTION public.ladder_practice(wanted text)
 RETURNS TABLE(id uuid, school_id uuid)
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT p.id, p.school_id FROM practice_pages p WHERE p.hash = wanted $function$;

CREATE OR REPLACE FUNCTION public.ladder_school()
 RETURNS uuid
 LANGUAGE sql
 STABLE PARALLEL SAFE
AS $function$
  SELECT nullif(current_setting('ladder.school', true), '')::uuid $function$;

CREATE OR REPLACE FUNCTION public.ladder_schools()
 RETURNS SETOF uuid
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT id FROM schools ORDER BY id $function$;

CREATE OR REPLACE FUNCTION public.ladder_tell()
 RETURNS trigger
 LANGUAGE plpgsql
AS $function$
BEGIN
  PERFORM ladder_count(TG_ARGV[0], ladder_school());
  RETURN NULL;
END $function$;

CREATE OR REPLACE FUNCTION public.ladder_tell_person()
 RETURNS trigger
 LANGUAGE plpgsql
AS $function$
BEGIN
  PERFORM ladder_count('facts', CASE WHEN TG_OP = 'DELETE' THEN OLD.school_id ELSE NEW.school_id END);
  RETURN NULL;
END $function$;

CREATE OR REPLACE FUNCTION public.ladder_tell_row()
 RETURNS trigger
 LANGUAGE plpgsql
AS $function$
DECLARE r jsonb := to_jsonb(CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END);
BEGIN
  PERFORM pg_notify('ladder', concat_ws(' ', r ->> 'school_id', TG_ARGV[0], coalesce(r ->> TG_ARGV[1], '-')));
  RETURN NULL;
END $function$;

CREATE OR REPLACE FUNCTION public.ladder_tell_run()
 RETURNS trigger
 LANGUAGE plpgsql
AS $function$
BEGIN
  PERFORM pg_notify('ladder', concat_ws(' ', NEW.school_id, 'run', (SELECT lesson_id FROM runs WHERE id = NEW.run_id)));
  RETURN NULL;
END $function$;

CREATE OR REPLACE FUNCTION public.ladder_token(wanted text)
 RETURNS TABLE(id uuid, school_id uuid)
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT t.id, t.school_id FROM api_tokens t WHERE t.hash = wanted $function$;

CREATE OR REPLACE FUNCTION public.ladder_tries_forget(before timestamp with time zone)
 RETURNS void
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ DELETE FROM door_tries WHERE last_at < before $function$;

CREATE OR REPLACE FUNCTION public.ladder_try(of bytea, free integer, first double precision, longest double precision, at timestamp with time zone)
 RETURNS double precision
 LANGUAGE plpgsql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$
DECLARE t door_tries; wait float8 := 0;
BEGIN
  INSERT INTO door_tries VALUES (of, 0, at, '-infinity') ON CONFLICT DO NOTHING;
  SELECT * INTO t FROM door_tries WHERE key = of FOR UPDATE;
  IF at < t.free_at THEN RETURN extract(epoch FROM t.free_at - at); END IF;
  IF t.last_at < at - make_interval(secs => longest) THEN t.tries := 0; END IF;
  t.tries := t.tries + 1;
  IF t.tries >= free THEN wait := least(first * 2 ^ least(t.tries - free, 20), longest); END IF;
  -- tries at once come in any order: one that needs no wait makes nobody wait
  UPDATE door_tries SET tries = t.tries, last_at = greatest(at, t.last_at),
    free_at = CASE WHEN wait > 0 THEN at + make_interval(secs => wait) ELSE '-infinity' END WHERE key = of;
  RETURN 0;
END $function$;

CREATE OR REPLACE FUNCTION public.ladder_try_over(of bytea)
 RETURNS void
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ DELETE FROM door_tries WHERE key = of $function$;

CREATE OR REPLACE FUNCTION public.ladder_wall(wanted text)
 RETURNS TABLE(id uuid, school_id uuid)
 LANGUAGE sql
 SECURITY DEFINER
 SET search_path TO 'public', 'pg_temp'
AS $function$ SELECT h.id, h.school_id FROM halls h WHERE h.wall_hash = wanted AND h.put_away_at IS NULL $function$;

CREATE TRIGGER found AFTER INSERT ON public.schools FOR EACH ROW EXECUTE FUNCTION ladder_new_school();

CREATE TRIGGER tell AFTER DELETE OR UPDATE OF ended_at, second_step ON public.sessions FOR EACH ROW EXECUTE FUNCTION ladder_tell_row('session', 'id');

CREATE TRIGGER tell AFTER INSERT ON public.run_events FOR EACH ROW EXECUTE FUNCTION ladder_tell_run();

CREATE TRIGGER tell AFTER INSERT OR DELETE ON public."AspNetUsers" FOR EACH ROW EXECUTE FUNCTION ladder_tell_person();

CREATE TRIGGER tell AFTER INSERT OR DELETE ON public.sheet_visits FOR EACH ROW EXECUTE FUNCTION ladder_tell_row('here', 'lesson_id');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.attendances FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.check_overrides FOR EACH ROW EXECUTE FUNCTION ladder_tell_row('sheet', 'lesson_id');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.class_terms FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.classes FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.closures FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.date_changes FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.enrolments FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.halls FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('facts');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.kept_rounds FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('material');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.kit_items FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('facts');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.lessons FOR EACH ROW EXECUTE FUNCTION ladder_tell_row('sheet', 'id');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.limits_of_bands FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('facts');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.line_comments FOR EACH ROW EXECUTE FUNCTION ladder_tell_row('sheet', 'lesson_id');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.log_lines FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.logs FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.meetings FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.numbered_combinations FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('material');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.ranks FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.requirements FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.school_techniques FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('material');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.school_words FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('material');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.sheet_lines FOR EACH ROW EXECUTE FUNCTION ladder_tell_row('sheet', 'lesson_id');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.sign_offs FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.students FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.term_gradings FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.term_pins FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.term_things FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.terms FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER INSERT OR DELETE OR UPDATE ON public.tracks FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('progress');

CREATE TRIGGER tell AFTER UPDATE ON public.schools FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('material');

CREATE TRIGGER tell_change AFTER UPDATE ON public."AspNetUsers" FOR EACH ROW WHEN ((((((((old.display_name)::text IS DISTINCT FROM (new.display_name)::text) OR ((old.role)::text IS DISTINCT FROM (new.role)::text)) OR ((old.naming)::text IS DISTINCT FROM (new.naming)::text)) OR ((old.sides)::text IS DISTINCT FROM (new.sides)::text)) OR ((old.own_lead)::text IS DISTINCT FROM (new.own_lead)::text)) OR (old.closed_at IS DISTINCT FROM new.closed_at))) EXECUTE FUNCTION ladder_tell_person();
