-- A comment can be spoken: what came for it is kept like anything that is brought, with what it is of.
ALTER TABLE upload ADD COLUMN submission_id TEXT REFERENCES submission (id);
ALTER TABLE comment ADD COLUMN spoken_id TEXT REFERENCES upload (id);
ALTER TABLE comment ADD COLUMN spoken_seconds REAL;
CREATE UNIQUE INDEX comment_by_spoken ON comment (spoken_id) WHERE spoken_id IS NOT NULL;
