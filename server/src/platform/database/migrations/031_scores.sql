-- What is given for an attempt, with how it was scored then. What is handed back stays as it was read (`shown_at`); what is
-- given after that is a row of its own, until it is handed back in turn.
CREATE TABLE score (
  submission_id TEXT NOT NULL REFERENCES submission (id),
  attempt INTEGER NOT NULL,
  n INTEGER NOT NULL,
  scoring TEXT NOT NULL,
  -- Null: taken away again.
  given TEXT,
  -- Null until all that is scored is given.
  points REAL,
  by_id TEXT NOT NULL REFERENCES person (id),
  at TEXT NOT NULL,
  shown_at TEXT,
  PRIMARY KEY (submission_id, attempt, n)
) STRICT, WITHOUT ROWID;

-- Of the attempt that counts, as they are given now: a rack of thousands reads them with the rest.
ALTER TABLE submission ADD COLUMN points REAL;
