-- Comments kept for reuse: somebody's own, which they have in all of their courses, or a course's.
CREATE TABLE phrase (
  id TEXT PRIMARY KEY,
  owner_id TEXT REFERENCES person (id),
  course_id TEXT REFERENCES course (id),
  key TEXT NOT NULL,
  text TEXT NOT NULL,
  CHECK ((owner_id IS NULL) <> (course_id IS NULL)),
  UNIQUE (owner_id, key),
  UNIQUE (course_id, key)
) STRICT;
