-- What happens to a name that does not follow the rule; null in an assignment is what its course says.
ALTER TABLE course ADD COLUMN off_rule TEXT NOT NULL DEFAULT 'mend' CHECK (off_rule IN ('mend', 'ask', 'hold'));
ALTER TABLE assignment ADD COLUMN off_rule TEXT CHECK (off_rule IN ('mend', 'ask', 'hold'));
-- Set where a submission waits for approval because of the name it came with.
ALTER TABLE submission ADD COLUMN held_for_name INTEGER NOT NULL DEFAULT 0;

-- Many names changed at once, so that it can be undone at once.
CREATE TABLE renaming (
  id TEXT PRIMARY KEY,
  course_id TEXT NOT NULL REFERENCES course (id),
  subject TEXT NOT NULL CHECK (subject IN ('folder', 'file')),
  by_id TEXT NOT NULL REFERENCES person (id),
  at TEXT NOT NULL,
  -- The rule before and after; null where the rule stayed and names alone were changed.
  rule_was TEXT,
  rule_is TEXT,
  names INTEGER NOT NULL,
  undone_at TEXT
) STRICT;
CREATE INDEX renaming_by_course ON renaming (course_id, at);
CREATE TABLE renaming_step (
  renaming_id TEXT NOT NULL REFERENCES renaming (id),
  subject_id TEXT NOT NULL,
  was TEXT NOT NULL,
  is_now TEXT NOT NULL,
  PRIMARY KEY (renaming_id, subject_id)
) STRICT, WITHOUT ROWID;

-- Every name that a folder or a piece has or had, and the name a piece came with, to be found by any three letters of
-- it, whatever their case and marks (`without_marks` is the server's own function).
CREATE VIRTUAL TABLE found_name USING fts5 (
  plain,
  name UNINDEXED,
  course_id UNINDEXED,
  subject UNINDEXED,
  subject_id UNINDEXED,
  tokenize = 'trigram'
);
INSERT INTO found_name (plain, name, course_id, subject, subject_id) SELECT without_marks(name), name, course_id, 'folder', id FROM folder;
INSERT INTO found_name (plain, name, course_id, subject, subject_id) SELECT without_marks(name), name, course_id, 'file', id FROM piece;
INSERT INTO found_name (plain, name, course_id, subject, subject_id) SELECT without_marks(original_name), original_name, course_id, 'file', id FROM piece;
INSERT INTO found_name (plain, name, course_id, subject, subject_id)
SELECT without_marks(name), name, course_id, CASE subject WHEN 'piece' THEN 'file' ELSE subject END, subject_id FROM old_name;
CREATE TRIGGER folder_name_is_found AFTER INSERT ON folder
BEGIN
  INSERT INTO found_name (plain, name, course_id, subject, subject_id)
  VALUES (without_marks(new.name), new.name, new.course_id, 'folder', new.id);
END;
CREATE TRIGGER folder_new_name_is_found AFTER UPDATE OF name ON folder WHEN new.name <> old.name
BEGIN
  INSERT INTO found_name (plain, name, course_id, subject, subject_id)
  VALUES (without_marks(new.name), new.name, new.course_id, 'folder', new.id);
END;
CREATE TRIGGER piece_name_is_found AFTER INSERT ON piece
BEGIN
  INSERT INTO found_name (plain, name, course_id, subject, subject_id)
  VALUES (without_marks(new.name), new.name, new.course_id, 'file', new.id);
  INSERT INTO found_name (plain, name, course_id, subject, subject_id)
  VALUES (without_marks(new.original_name), new.original_name, new.course_id, 'file', new.id);
END;
CREATE TRIGGER piece_new_name_is_found AFTER UPDATE OF name ON piece WHEN new.name <> old.name
BEGIN
  INSERT INTO found_name (plain, name, course_id, subject, subject_id)
  VALUES (without_marks(new.name), new.name, new.course_id, 'file', new.id);
END;
