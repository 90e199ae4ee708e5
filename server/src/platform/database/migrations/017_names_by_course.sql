-- Names are looked for within a course, so they are kept by course: a search costs what the course has, not what the school has.
DROP TRIGGER folder_name_is_found;
DROP TRIGGER folder_new_name_is_found;
DROP TRIGGER piece_name_is_found;
DROP TRIGGER piece_new_name_is_found;
ALTER TABLE found_name RENAME TO found_name_before;
CREATE TABLE found_name (
  course_id TEXT NOT NULL,
  subject TEXT NOT NULL,
  subject_id TEXT NOT NULL,
  name TEXT NOT NULL,
  -- Without case and marks.
  plain TEXT NOT NULL,
  PRIMARY KEY (course_id, subject, subject_id, name)
) STRICT, WITHOUT ROWID;
INSERT OR IGNORE INTO found_name (course_id, subject, subject_id, name, plain)
SELECT course_id, subject, subject_id, name, without_marks(name) FROM found_name_before;
DROP TABLE found_name_before;
CREATE TRIGGER folder_name_is_found AFTER INSERT ON folder
BEGIN
  INSERT OR IGNORE INTO found_name (course_id, subject, subject_id, name, plain)
  VALUES (new.course_id, 'folder', new.id, new.name, without_marks(new.name));
END;
CREATE TRIGGER folder_new_name_is_found AFTER UPDATE OF name ON folder WHEN new.name <> old.name
BEGIN
  INSERT OR IGNORE INTO found_name (course_id, subject, subject_id, name, plain)
  VALUES (new.course_id, 'folder', new.id, new.name, without_marks(new.name));
END;
CREATE TRIGGER piece_name_is_found AFTER INSERT ON piece
BEGIN
  INSERT OR IGNORE INTO found_name (course_id, subject, subject_id, name, plain)
  VALUES (new.course_id, 'file', new.id, new.name, without_marks(new.name)),
    (new.course_id, 'file', new.id, new.original_name, without_marks(new.original_name));
END;
CREATE TRIGGER piece_new_name_is_found AFTER UPDATE OF name ON piece WHEN new.name <> old.name
BEGIN
  INSERT OR IGNORE INTO found_name (course_id, subject, subject_id, name, plain)
  VALUES (new.course_id, 'file', new.id, new.name, without_marks(new.name));
END;
