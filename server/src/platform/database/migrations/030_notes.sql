-- What the staff of a course say of a piece among themselves: kept apart from comments, which its student comes to read.
CREATE TABLE note (
  id TEXT PRIMARY KEY,
  submission_id TEXT NOT NULL REFERENCES submission (id),
  by_id TEXT NOT NULL REFERENCES person (id),
  at TEXT NOT NULL,
  text TEXT NOT NULL
) STRICT;
CREATE INDEX note_by_submission ON note (submission_id, at);
