-- Where in which piece a comment is said, as selectors of the W3C Web Annotation Data Model; of the whole where there are none.
ALTER TABLE comment ADD COLUMN piece_id TEXT;
ALTER TABLE comment ADD COLUMN selectors TEXT;
-- When it was changed after its student could read it.
ALTER TABLE comment ADD COLUMN edited_at TEXT;
