import { progressOf, type Extracted, type Progress } from '@vestibul/core';

/**
 * How far a work is from the nearest of some blanks. Null where it cannot be compared: it has no text where they have some, as a
 * photo of a sheet has none.
 */
export function measure(inside: Extracted, blanks: readonly Extracted[]): Progress | null {
  const [nearest] = blanks
    .map((blank) => progressOf(blank, inside))
    .filter(({ words, removed, state }) => state === 'untouched' || words > 0 || removed === 0)
    .toSorted((a, b) => a.added - b.added || a.removed - b.removed);
  return nearest ?? null;
}
