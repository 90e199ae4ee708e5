-- Whether an owner's file has changed since it was turned in: the rack of a course asks it of thousands of slots at once.
ALTER TABLE submission ADD COLUMN drifted INTEGER NOT NULL DEFAULT 0;
UPDATE submission SET drifted = EXISTS (
  SELECT 1 FROM piece q JOIN file f ON f.id = q.file_id
  WHERE q.submission_id = submission.id AND q.attempt = submission.attempt AND f.sha256 <> q.sha256);
