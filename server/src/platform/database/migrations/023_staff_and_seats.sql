-- Who is and was on a course's staff, and who sits and sat in it: a row for each stretch of time, from the ledger so far.
-- What is so now is a view, and is asked as before.

CREATE TABLE on_staff (
  course_id TEXT NOT NULL REFERENCES course (id),
  person_id TEXT NOT NULL REFERENCES person (id),
  role TEXT NOT NULL CHECK (role IN ('teacher', 'co-teacher', 'aide')),
  from_at TEXT NOT NULL,
  -- Null while it goes on.
  until_at TEXT,
  PRIMARY KEY (course_id, person_id, from_at)
) STRICT, WITHOUT ROWID;

WITH change AS (
  SELECT idx, at, course_id, json_extract(canonical, '$.facts.owner') AS person_id, 'teacher' AS role
  FROM event m WHERE kind = 'course made' AND NOT EXISTS (SELECT 1 FROM event a
    WHERE a.course_id = m.course_id AND a.kind = 'staff added'
      AND json_extract(a.canonical, '$.about.person') = json_extract(m.canonical, '$.facts.owner'))
  UNION ALL
  SELECT idx, at, course_id, json_extract(canonical, '$.about.person'),
    CASE WHEN kind <> 'staff removed' THEN json_extract(canonical, '$.facts.role') END
  FROM event WHERE kind IN ('staff added', 'staff changed', 'staff removed')
  UNION ALL
  SELECT idx, at, course_id, json_extract(canonical, '$.facts.from'), 'co-teacher' FROM event WHERE kind = 'course given'
  UNION ALL
  SELECT idx, at, course_id, json_extract(canonical, '$.facts.to'), 'teacher' FROM event WHERE kind = 'course given'
), stretch AS (
  SELECT course_id, person_id, role, at AS from_at, LEAD(at) OVER (PARTITION BY course_id, person_id ORDER BY idx) AS until_at
  FROM change
)
INSERT INTO on_staff (course_id, person_id, role, from_at, until_at)
SELECT course_id, person_id, role, from_at, until_at FROM stretch
WHERE role IS NOT NULL AND (until_at IS NULL OR until_at > from_at);

-- A course that came in an office's package was made by somebody who is not on its staff.
DELETE FROM on_staff WHERE until_at IS NULL AND NOT EXISTS (SELECT 1 FROM course_staff s
  WHERE s.course_id = on_staff.course_id AND s.person_id = on_staff.person_id AND s.role = on_staff.role);
INSERT INTO on_staff (course_id, person_id, role, from_at)
SELECT s.course_id, s.person_id, s.role, c.created_at FROM course_staff s JOIN course c ON c.id = s.course_id
WHERE NOT EXISTS (SELECT 1 FROM on_staff o
  WHERE o.course_id = s.course_id AND o.person_id = s.person_id AND o.until_at IS NULL);

DROP TABLE course_staff;
CREATE VIEW course_staff AS SELECT course_id, person_id, role, from_at FROM on_staff WHERE until_at IS NULL;
CREATE UNIQUE INDEX on_staff_now ON on_staff (course_id, person_id) WHERE until_at IS NULL;
CREATE INDEX on_staff_by_person ON on_staff (person_id, course_id) WHERE until_at IS NULL;
CREATE INDEX on_staff_of_person ON on_staff (person_id);

CREATE TABLE seat (
  course_id TEXT NOT NULL REFERENCES course (id),
  student_id TEXT NOT NULL REFERENCES person (id),
  period_id TEXT NOT NULL REFERENCES period (id),
  -- One that was removed since is named still.
  group_id TEXT,
  -- When the student first joined the course.
  joined_at TEXT NOT NULL,
  from_at TEXT NOT NULL,
  -- Null while it goes on.
  until_at TEXT,
  is_last INTEGER NOT NULL CHECK (is_last IN (0, 1)),
  PRIMARY KEY (course_id, student_id, from_at)
) STRICT, WITHOUT ROWID;

-- What each line changed is known of all lines after it: the newest of them is the greatest, as its index stands before it.
WITH change AS (
  SELECT idx, at, course_id, student_id,
    CASE kind WHEN 'joined' THEN json_extract(canonical, '$.about.period')
      WHEN 'moved' THEN json_extract(canonical, '$.facts.to') END AS period_id,
    CASE kind WHEN 'grouped' THEN COALESCE(json_extract(canonical, '$.facts.group'), '')
      WHEN 'moved' THEN '' END AS group_id,
    CASE kind WHEN 'left' THEN '0' WHEN 'joined' THEN '1' WHEN 'came back' THEN '1' END AS is_there
  FROM event WHERE kind IN ('joined', 'left', 'came back', 'moved', 'grouped')
), stretch AS (
  SELECT course_id, student_id, at AS from_at, LEAD(at) OVER course AS until_at,
    substr(MAX(printf('%015d', idx) || period_id) OVER course, 16) AS period_id,
    NULLIF(substr(MAX(printf('%015d', idx) || group_id) OVER course, 16), '') AS group_id,
    substr(MAX(printf('%015d', idx) || is_there) OVER course, 16) AS is_there
  FROM change WINDOW course AS (PARTITION BY course_id, student_id ORDER BY idx)
)
INSERT INTO seat (course_id, student_id, period_id, group_id, joined_at, from_at, until_at, is_last)
SELECT t.course_id, t.student_id, t.period_id, t.group_id, e.joined_at, t.from_at, t.until_at, 0
FROM stretch t JOIN enrolment e ON e.course_id = t.course_id AND e.student_id = t.student_id
WHERE t.is_there = '1' AND t.period_id IS NOT NULL AND (t.until_at IS NULL OR t.until_at > t.from_at);

INSERT INTO seat (course_id, student_id, period_id, group_id, joined_at, from_at, until_at, is_last)
SELECT course_id, student_id, period_id, group_id, joined_at, joined_at, left_at, 0 FROM enrolment e
WHERE NOT EXISTS (SELECT 1 FROM seat s WHERE s.course_id = e.course_id AND s.student_id = e.student_id);

UPDATE seat SET is_last = 1 WHERE from_at = (SELECT MAX(s.from_at) FROM seat s
  WHERE s.course_id = seat.course_id AND s.student_id = seat.student_id);
UPDATE seat SET period_id = e.period_id, group_id = e.group_id, until_at = e.left_at
FROM enrolment e WHERE e.course_id = seat.course_id AND e.student_id = seat.student_id AND seat.is_last = 1;

DROP TABLE absence;
DROP TABLE enrolment;
CREATE VIEW enrolment AS
SELECT course_id, student_id, period_id, group_id, joined_at, until_at AS left_at FROM seat WHERE is_last = 1;
CREATE UNIQUE INDEX seat_now ON seat (course_id, student_id) WHERE is_last = 1;
CREATE INDEX seat_now_by_student ON seat (student_id) WHERE is_last = 1;
CREATE INDEX seat_now_by_period ON seat (period_id) WHERE is_last = 1;
CREATE INDEX seat_now_by_group ON seat (group_id) WHERE is_last = 1;
CREATE INDEX seat_of_student ON seat (student_id);
CREATE INDEX seat_of_period ON seat (period_id);
