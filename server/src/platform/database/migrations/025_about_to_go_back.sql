-- What is about to be handed back, and is still kept with one word until its moment has come.
CREATE TABLE hand_back_due (
  submission_id TEXT PRIMARY KEY REFERENCES submission (id),
  course_id TEXT NOT NULL REFERENCES course (id),
  -- The attempt that was looked at.
  attempt INTEGER NOT NULL,
  by_id TEXT NOT NULL REFERENCES person (id),
  at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
CREATE INDEX hand_back_by_time ON hand_back_due (at);
