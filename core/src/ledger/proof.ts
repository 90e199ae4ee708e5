import { bytesToHex, hexToBytes } from '@noble/hashes/utils.js';
import { nodeHash } from './tree';

/** The hash of a complete subtree: the 2^level leaves from index · 2^level on. */
export type NodeAt = (level: number, index: number) => Uint8Array;

export interface TreeNode {
  level: number;
  index: number;
  hash: Uint8Array;
}

/**
 * The complete subtrees that are there once a leaf is added behind `index` others, the leaf first. Keeping them makes
 * every root and path a matter of a few look-ups, however long the ledger.
 */
export function nodesOfNewLeaf(index: number, leaf: Uint8Array, nodeAt: NodeAt): TreeNode[] {
  const nodes: TreeNode[] = [{ level: 0, index, hash: leaf }];
  for (let level = 0, at = index, hash = leaf; at % 2 === 1; level += 1) {
    hash = nodeHash(nodeAt(level, at - 1), hash);
    at = (at - 1) / 2;
    nodes.push({ level: level + 1, index: at, hash });
  }
  return nodes;
}

/** The largest power of two below a number of at least 2. */
const splitOf = (size: number) => 2 ** Math.floor(Math.log2(size - 1));

/** The hash of the leaves from `start` up to `end`: MTH of RFC 9162 section 2.1.1. `start` is a multiple of the split above. */
function rangeHash(start: number, end: number, nodeAt: NodeAt): Uint8Array {
  const size = end - start;
  const level = Math.log2(size);
  if (Number.isInteger(level)) return nodeAt(level, start / size);
  const split = splitOf(size);
  return nodeHash(rangeHash(start, start + split, nodeAt), rangeHash(start + split, end, nodeAt));
}

/** The root of the first `size` leaves, at least one. */
export function rootOf(size: number, nodeAt: NodeAt): Uint8Array {
  return rangeHash(0, size, nodeAt);
}

/** The inclusion path of a leaf among the first `size`, from the leaf up: RFC 9162 section 2.1.3.1. In hex. */
export function inclusionPath(index: number, size: number, nodeAt: NodeAt): string[] {
  const path = (at: number, start: number, end: number): Uint8Array[] => {
    if (end - start === 1) return [];
    const middle = start + splitOf(end - start);
    return at < middle
      ? [...path(at, start, middle), rangeHash(middle, end, nodeAt)]
      : [...path(at, middle, end), rangeHash(start, middle, nodeAt)];
  };
  return path(index, 0, size).map(bytesToHex);
}

/**
 * The root that a leaf and its inclusion path lead to: RFC 9162 section 2.1.3.2. Null where the path has the wrong length
 * for the place and size.
 */
export function rootOfPath(
  leaf: Uint8Array,
  index: number,
  size: number,
  path: readonly string[],
): string | null {
  if (index >= size) return null;
  let [at, last, hash] = [index, size - 1, leaf];
  for (const step of path) {
    if (last === 0) return null;
    const other = hexToBytes(step);
    if (at % 2 === 1 || at === last) {
      hash = nodeHash(other, hash);
      while (at % 2 === 0 && at !== 0) [at, last] = [at / 2, Math.floor(last / 2)];
    } else hash = nodeHash(hash, other);
    [at, last] = [Math.floor(at / 2), Math.floor(last / 2)];
  }
  return last === 0 ? bytesToHex(hash) : null;
}
