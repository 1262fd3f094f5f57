-- Grows the demo school to a large one: psql -v classes=12 -f bench/large-school.sql. Each class has 50 people, 250 lessons over five
-- years, 15 lines and 20 people a lesson; 12 classes are 300 students in two classes each, 3,000 lessons, 45,000 lines, 60,000 attendances.
\set ON_ERROR_STOP on
SELECT setseed(0.42);
BEGIN;
CREATE TEMP TABLE of AS SELECT id AS school, (SELECT id FROM "AspNetUsers" u WHERE u.school_id = s.id ORDER BY u.id LIMIT 1) AS who
  FROM schools s ORDER BY id LIMIT 1;
CREATE TEMP TABLE texts AS SELECT text, taught, row_number() OVER () AS n FROM (SELECT DISTINCT ON (text) text, taught
  FROM log_lines WHERE carries AND school_id = (SELECT school FROM of)) t;
CREATE TEMP TABLE kind AS SELECT r.id AS rank, row_number() OVER () AS n FROM ranks r JOIN tracks t ON t.id = r.track_id
  WHERE t.band = 'Adults' AND r.position < 6;
CREATE TEMP TABLE new_classes AS SELECT gen_random_uuid() AS id, c FROM generate_series(1, :classes) c;
INSERT INTO classes (id, name, band, minutes, school_id, changed_at, changed_by_id)
SELECT id, 'Long ' || c, 'Adults', 60, school, now(), who FROM new_classes, of;
INSERT INTO meetings (id, class_id, weekday, start, school_id, changed_at, changed_by_id)
SELECT gen_random_uuid(), id, (ARRAY['Monday','Tuesday','Wednesday','Thursday','Friday','Saturday'])[1 + c % 6],
  TIME '17:00' + (c % 4) * INTERVAL '1 hour', school, now(), who FROM new_classes, of;
CREATE TEMP TABLE new_students AS SELECT gen_random_uuid() AS id, s FROM generate_series(1, greatest(50, :classes * 25)) s;
INSERT INTO students (id, left_class_ids, first_name, initial, rank_id, rank_since, is_erased, school_id, changed_at, changed_by_id)
SELECT s.id, ARRAY[]::uuid[], 'Person ' || s, chr(65 + s.s % 26), k.rank, current_date - (60 + s.s % 300), false, school, now(),
  who FROM new_students s JOIN kind k ON k.n = 1 + s.s % (SELECT count(*) FROM kind), of;
CREATE TEMP TABLE member AS SELECT c.id AS class, s.id AS student FROM new_classes c
  JOIN new_students s ON s.s % :classes = c.c % :classes OR (s.s + 1 + (s.s / :classes)) % :classes = c.c % :classes;
INSERT INTO enrolments (id, class_id, student_id, school_id, changed_at, changed_by_id) SELECT gen_random_uuid(), class, student,
  school, now(), who FROM (SELECT DISTINCT class, student FROM member) m, of;
CREATE TEMP TABLE new_lessons AS SELECT gen_random_uuid() AS lesson, gen_random_uuid() AS log, id AS class,
  current_date - w * 7 - c % 7 AS day FROM new_classes, generate_series(1, 250) w;
INSERT INTO lessons (id, class_id, date, start, minutes, heads, title, focus, school_id, changed_at, changed_by_id) SELECT lesson,
  class, day, TIME '18:00', 60, 20, '', '', school, now(), who FROM new_lessons, of;
INSERT INTO logs (id, lesson_id, "on", start, class_id, band, heads, floor_length, floor_width, taught_by_id, logged_at,
  outcomes_at, notes, actual_seconds, planned_seconds, school_id, changed_at, changed_by_id) SELECT log, lesson, day, TIME '18:00',
  class, 'Adults', 20, 12, 8, who, now(), now(), '', 3600, 3600, school, now(), who FROM new_lessons, of;
INSERT INTO log_lines (id, log_id, sheet_line_id, position, text, taught, outcome, planned_seconds, actual_seconds, carries,
  school_id, changed_at, changed_by_id)
SELECT gen_random_uuid(), l.log, gen_random_uuid(), p, t.text, t.taught,
  CASE WHEN random() < 0.1 THEN 'NotDone' WHEN random() < 0.1 THEN 'Part' ELSE 'Done' END, 240, 250, true, school, now(), who
FROM (SELECT log, p, 1 + floor(random() * (SELECT count(*) FROM texts))::int AS pick FROM new_lessons, generate_series(1, 15) p) l
  JOIN texts t ON t.n = l.pick, of;
INSERT INTO attendances (id, log_id, student_id, presence, school_id, changed_at, changed_by_id)
SELECT gen_random_uuid(), log, student, 'Present', school, now(), who FROM (
  SELECT l.log, m.student, row_number() OVER (PARTITION BY l.log ORDER BY random()) AS n FROM new_lessons l
    JOIN (SELECT DISTINCT class, student FROM member) m ON m.class = l.class) x, of WHERE n <= 20;
COMMIT;
ANALYZE;
SELECT (SELECT count(*) FROM students) AS students, (SELECT count(*) FROM lessons) AS lessons, (SELECT count(*)
  FROM log_lines) AS lines, (SELECT count(*) FROM attendances) AS attendances;
