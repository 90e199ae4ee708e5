import { inclusionPath, leafHash, nodesOfNewLeaf, rootOf, type NodeAt } from '@vestibul/core';
import { all, one, run, together, type Database } from '../database/database';

const nodesOf =
  (db: Database): NodeAt =>
  (level, index) => {
    const row = one<{ hash: Buffer }>(db, 'SELECT hash FROM tree_node WHERE level = ? AND idx = ?', [
      level,
      index,
    ]);
    if (!row) throw new Error(`the ledger's tree has no node ${level} ${index}`);
    return row.hash;
  };

/** Adds a line to the ledger's tree: its leaf, and the subtrees that it completes. In the transaction that writes the line. */
export function growTree(db: Database, index: number, canonical: string): void {
  for (const node of nodesOfNewLeaf(index, leafHash(Buffer.from(canonical)), nodesOf(db)))
    run(db, 'INSERT INTO tree_node (level, idx, hash) VALUES (?, ?, ?)', [
      node.level,
      node.index,
      Buffer.from(node.hash),
    ]);
}

/** Lines added to the tree in one transaction, where a data folder of an earlier version has none of it yet. */
const LINES_AT_ONCE = 5000;

/** Adds the lines that were written before there was a tree; once, when such a data folder is first opened. */
export function completeTree(db: Database): void {
  // Others may write while this reads, so each step reads what it writes on in its own transaction.
  while (together(db, () => growSome(db))) continue;
}

function growSome(db: Database): boolean {
  const { leaves } = one<{ leaves: number }>(
    db,
    'SELECT COALESCE(MAX(idx) + 1, 0) AS leaves FROM tree_node WHERE level = 0',
  )!;
  const lines = all<{ idx: number; canonical: string }>(
    db,
    'SELECT idx, canonical FROM event WHERE idx >= ? ORDER BY idx LIMIT ?',
    [leaves, LINES_AT_ONCE],
  );
  for (const { idx, canonical } of lines) growTree(db, idx, canonical);
  return lines.length > 0;
}

/** The ledger's length and the root over it, in hex; null before its first line. */
export function readTreeHead(db: Database): { size: number; root: string } | null {
  const { size } = one<{ size: number }>(db, 'SELECT COALESCE(MAX(idx) + 1, 0) AS size FROM event')!;
  return size === 0 ? null : { size, root: Buffer.from(rootOf(size, nodesOf(db))).toString('hex') };
}

/** The inclusion path of a line among the first `size`, in hex. */
export function readInclusionPath(db: Database, index: number, size: number): string[] {
  return inclusionPath(index, size, nodesOf(db));
}
