-- Which window wrote the last words of a text, and how many times it had sent: its own words that were kept while the answer was
-- lost are no conflict for it.
ALTER TABLE upload ADD COLUMN writer TEXT NOT NULL DEFAULT '';
ALTER TABLE upload ADD COLUMN writer_nth INTEGER NOT NULL DEFAULT 0;
