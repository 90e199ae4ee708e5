-- A letter when work comes back, where the student wants one; and what a letter says of how to get no more of its kind.
ALTER TABLE person ADD COLUMN return_letters INTEGER NOT NULL DEFAULT 0 CHECK (return_letters IN (0, 1));
ALTER TABLE person ADD COLUMN letters_token TEXT;
CREATE UNIQUE INDEX person_by_letters_token ON person (letters_token) WHERE letters_token IS NOT NULL;

-- Whom an answer to it goes to, and where it is stopped (RFC 8058); '' for nobody and nowhere.
ALTER TABLE letter ADD COLUMN reply_name TEXT NOT NULL DEFAULT '';
ALTER TABLE letter ADD COLUMN reply_address TEXT NOT NULL DEFAULT '';
ALTER TABLE letter ADD COLUMN stop_address TEXT NOT NULL DEFAULT '';
