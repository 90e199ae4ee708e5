-- What is in a file, by its bytes, read once: text, and what is in it beside text (a JSON list). Not read (`is_read` 0) is what is
-- damaged, locked or without an end. It can be thrown away, and is read again.
CREATE TABLE inside (
  sha256 TEXT PRIMARY KEY,
  is_read INTEGER NOT NULL,
  text TEXT NOT NULL,
  others TEXT NOT NULL
) STRICT;

-- Works of an assignment that are nearly the same text, or the same bytes, as they were found in what `compared` names: a JSON list
-- of pieces. It can be thrown away, and is looked for again.
CREATE TABLE alike (
  assignment_id TEXT PRIMARY KEY REFERENCES assignment (id),
  compared TEXT NOT NULL,
  pairs TEXT NOT NULL
) STRICT, WITHOUT ROWID;
