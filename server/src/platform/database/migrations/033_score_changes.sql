-- Why a score was changed that its student had read already; empty where it was given in the usual way.
ALTER TABLE score ADD COLUMN why TEXT NOT NULL DEFAULT '';
