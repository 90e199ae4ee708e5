import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inclusionPath, nodesOfNewLeaf, rootOf, rootOfPath, type NodeAt } from './proof';
import { hex, knownLeaves, knownRoots } from './testing/vectors';
import { leafHash, rootHash } from './tree';

/** A ledger's tree as it grows: every complete subtree kept as it comes. */
function grow(leaves: readonly Uint8Array[]): NodeAt {
  const kept = new Map<string, Uint8Array>();
  const nodeAt: NodeAt = (level, index) => {
    const hash = kept.get(`${level} ${index}`);
    if (!hash) throw new Error(`no subtree ${level} ${index}`);
    return hash;
  };
  leaves.forEach((leaf, i) => {
    for (const { level, index, hash } of nodesOfNewLeaf(i, leaf, nodeAt)) kept.set(`${level} ${index}`, hash);
  });
  return nodeAt;
}

describe('the tree as it grows', () => {
  test.each(knownRoots)('has the well-known root of the first %d leaves', (size, root) => {
    expect(hex(rootOf(size, grow(knownLeaves)))).toBe(root);
  });

  test('gives every leaf a path to the root, at every size, and no path of another', () => {
    fc.assert(
      fc.property(fc.array(fc.uint8Array({ maxLength: 4 }), { minLength: 1, maxLength: 40 }), (texts) => {
        const all = texts.map((text, i) => leafHash(Uint8Array.of(i, ...text)));
        const nodeAt = grow(all);
        for (let size = 1; size <= all.length; size += 1) {
          // The definition of the RFC, computed from all leaves, as the check.
          const root = hex(rootHash(all.slice(0, size)));
          expect(hex(rootOf(size, nodeAt))).toBe(root);
          for (let index = 0; index < size; index += 1) {
            const path = inclusionPath(index, size, nodeAt);
            expect(rootOfPath(all[index]!, index, size, path)).toBe(root);
            if (size > 1) expect(rootOfPath(all[(index + 1) % size]!, index, size, path)).not.toBe(root);
            expect(rootOfPath(all[index]!, index, size, [...path, hex(all[0]!)])).toBeNull();
          }
        }
      }),
      { numRuns: 15 },
    );
  });

  test('a path that is too short, or of a leaf that is not there, leads nowhere', () => {
    const nodeAt = grow(knownLeaves);
    expect(rootOfPath(knownLeaves[2]!, 2, 8, inclusionPath(2, 8, nodeAt).slice(1))).toBeNull();
    expect(rootOfPath(knownLeaves[2]!, 8, 8, inclusionPath(2, 8, nodeAt))).toBeNull();
  });
});
