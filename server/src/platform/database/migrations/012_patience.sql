-- How often reading a piece of a pile has ended its thread.
ALTER TABLE pile_piece ADD COLUMN deaths INTEGER NOT NULL DEFAULT 0;
CREATE INDEX pile_piece_deadly ON pile_piece (pile_id) WHERE deaths > 0;

-- Since when a pile stands still for want of room.
ALTER TABLE pile ADD COLUMN no_room_at TEXT;
CREATE INDEX pile_without_room ON pile (no_room_at) WHERE no_room_at IS NOT NULL;
