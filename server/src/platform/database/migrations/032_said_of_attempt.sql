-- A comment and a private note are said of an attempt: work that was placed with the wrong student takes them along.
ALTER TABLE comment ADD COLUMN attempt INTEGER NOT NULL DEFAULT 1;
UPDATE comment SET attempt = COALESCE((
  SELECT MAX(t.n) FROM attempt t WHERE t.submission_id = comment.submission_id AND t.at <= comment.at), 1);
ALTER TABLE note ADD COLUMN attempt INTEGER NOT NULL DEFAULT 1;
UPDATE note SET attempt = COALESCE((
  SELECT MAX(t.n) FROM attempt t WHERE t.submission_id = note.submission_id AND t.at <= note.at), 1);
