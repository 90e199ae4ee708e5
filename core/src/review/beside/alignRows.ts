import { diffArrays } from 'diff';

/** What stands in one line of two sides: null on the side that has nothing there. */
export interface Pair<Row> {
  before: Row | null;
  after: Row | null;
}

/** Rows that differ by more than this, as a whole, are not aligned: to find out how would take minutes. */
const MOST_EDITS = 2000;
/** Rows gone and come at one place of which each is looked at beside each; of more, each is beside the one in its place, if any. */
const MOST_PAIRS = 10_000;
/** From which likeness, of 0 to 1, a row is another one changed. An estimate: two in five words of a sentence. */
const ALIKE = 0.4;

/**
 * Puts the rows of two sides beside each other: those that stand on both, by their key, and between them those that are alike
 * enough for one to be the other changed. `likeness` is 0 to 1. Null where the two differ by too much to be aligned.
 */
export function alignRows<Row>(
  before: readonly Row[],
  after: readonly Row[],
  { keyOf, likeness }: { keyOf: (row: Row) => string; likeness: (before: Row, after: Row) => number },
): Pair<Row>[] | null {
  const changes = diffArrays(before.map(keyOf), after.map(keyOf), { maxEditLength: MOST_EDITS });
  if (!changes) return null;
  const pairs: Pair<Row>[] = [];
  let [from, to] = [0, 0];
  let gone: readonly Row[] = [];
  const settle = (come: readonly Row[]) => {
    pairs.push(...pairAlike(gone, come, likeness));
    gone = [];
  };
  for (const { count, removed, added } of changes) {
    if (removed) gone = before.slice(from, from + count);
    else if (added) settle(after.slice(to, to + count));
    else {
      settle([]);
      for (let i = 0; i < count; i += 1) pairs.push({ before: before[from + i]!, after: after[to + i]! });
    }
    if (!added) from += count;
    if (!removed) to += count;
  }
  settle([]);
  return pairs;
}

/** Rows that went and rows that came at one place: in their order, and together as alike as they can be. */
function pairAlike<Row>(
  gone: readonly Row[],
  come: readonly Row[],
  likeness: (before: Row, after: Row) => number,
): Pair<Row>[] {
  const apart = [
    ...gone.map((before) => ({ before, after: null })),
    ...come.map((after) => ({ before: null, after })),
  ];
  if (gone.length === 0 || come.length === 0) return apart;
  if (gone.length * come.length > MOST_PAIRS) {
    // Something was put in or reckoned anew all the way down: each row is the one in its place.
    if (gone.length !== come.length) return apart;
    return gone.flatMap((before, i): Pair<Row>[] => {
      const after = come[i]!;
      return likeness(before, after) >= ALIKE
        ? [{ before, after }]
        : [
            { before, after: null },
            { before: null, after },
          ];
    });
  }
  // best[i][j]: the most likeness that what stands from gone[i] and from come[j] on can have.
  const best = Array.from({ length: gone.length + 1 }, () => new Float64Array(come.length + 1));
  const alike = gone.map((before) => come.map((after) => likeness(before, after)));
  for (let i = gone.length - 1; i >= 0; i -= 1)
    for (let j = come.length - 1; j >= 0; j -= 1) {
      const together = alike[i]![j]! >= ALIKE ? alike[i]![j]! + best[i + 1]![j + 1]! : 0;
      best[i]![j] = Math.max(together, best[i + 1]![j]!, best[i]![j + 1]!);
    }
  const pairs: Pair<Row>[] = [];
  let [i, j] = [0, 0];
  while (i < gone.length && j < come.length) {
    if (best[i]![j] === best[i + 1]![j]) pairs.push({ before: gone[i++]!, after: null });
    else if (best[i]![j] === best[i]![j + 1]) pairs.push({ before: null, after: come[j++]! });
    else pairs.push({ before: gone[i++]!, after: come[j++]! });
  }
  return [...pairs, ...apart.slice(i, gone.length), ...apart.slice(gone.length + j)];
}
