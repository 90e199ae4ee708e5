-- What pieces on the table that are alike have in common (core, alikeBy), so that all of them can be taken together. Pieces
-- of before are like none but themselves until they are read again.
ALTER TABLE pile_piece ADD COLUMN alike TEXT NOT NULL DEFAULT '';
CREATE INDEX pile_piece_alike ON pile_piece (course_id, state, alike, pile_id, path, id);
