import { progressOf, type Extracted, type Progress } from '@vestibul/core';
import { extract } from './extract';

/**
 * How far a file is from the nearest of some blanks. Null where it cannot be compared: it cannot be read, or it has no text where
 * they have some, as a photo of a sheet has none.
 */
export async function measure(
  file: string,
  kind: Parameters<typeof extract>[1],
  blanks: readonly Extracted[],
): Promise<Progress | null> {
  const inside = await extract(file, kind);
  if (!inside) return null;
  const [nearest] = blanks
    .map((blank) => progressOf(blank, inside))
    .filter(({ words, removed, state }) => state === 'untouched' || words > 0 || removed === 0)
    .toSorted((a, b) => a.added - b.added || a.removed - b.removed);
  return nearest ?? null;
}
