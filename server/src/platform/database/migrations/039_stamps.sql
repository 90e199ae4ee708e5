-- A comment can have a drawing, by what it says.
ALTER TABLE comment ADD COLUMN stamp TEXT;
