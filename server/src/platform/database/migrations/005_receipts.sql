-- The complete subtrees of the ledger's tree (RFC 9162 section 2.1), so that a root or a path is a matter of a few look-ups.
-- The lines written before are added when the data folder is opened.
CREATE TABLE tree_node (
  level INTEGER NOT NULL,
  idx INTEGER NOT NULL,
  hash BLOB NOT NULL,
  PRIMARY KEY (level, idx)
) STRICT, WITHOUT ROWID;
