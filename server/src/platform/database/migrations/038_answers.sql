-- A comment can answer another one, and be done with.
ALTER TABLE comment ADD COLUMN answers_id TEXT REFERENCES comment (id);
ALTER TABLE comment ADD COLUMN done_at TEXT;
CREATE INDEX comment_by_answered ON comment (answers_id, at) WHERE answers_id IS NOT NULL;
-- Until when its student has read what came back; and how many of the comments wait for an answer of the staff.
ALTER TABLE submission ADD COLUMN read_until TEXT;
ALTER TABLE submission ADD COLUMN answers INTEGER NOT NULL DEFAULT 0;
-- Whether what came back before this was kept has been read nobody knows: it is not called new.
UPDATE submission SET read_until = (SELECT MAX(at) FROM (
  SELECT handed_back_at AS at FROM attempt WHERE submission_id = submission.id
  UNION ALL SELECT shown_at FROM score WHERE submission_id = submission.id
  UNION ALL SELECT CASE WHEN edited_at > shown_at THEN edited_at ELSE shown_at END FROM comment
    WHERE submission_id = submission.id));
