import { nameKey } from '../text/nameKey';
import type { Rule } from './parseRule';
import { writeName, type NameValues, type WriteOptions, type WrittenName } from './writeName';

/** So many are tried one after the other; with hundreds of one name the first free one is looked for in leaps. */
const TRIED_IN_TURN = 8;

/**
 * Writes a name that no other in `taken` equals, however a file system compares them.
 * `taken` answers whether a `nameKey` is in use; the first free of the name, `…_2`, `…_3` is taken, or, among many that
 * have gaps, one behind a name that is in use.
 */
export function writeUniqueName(
  rule: Rule,
  values: NameValues,
  options: Omit<WriteOptions, 'copy'>,
  taken: (key: string) => boolean,
): WrittenName {
  const ifFree = (copy: number) => {
    const written = writeName(rule, values, { ...options, copy });
    return taken(nameKey(written.name)) ? null : written;
  };
  for (let copy = 1; copy <= TRIED_IN_TURN; copy += 1) {
    const written = ifFree(copy);
    if (written) return written;
  }
  let used = TRIED_IN_TURN;
  let free = used;
  let found: WrittenName | null = null;
  while (!found) {
    used = free;
    free *= 2;
    found = ifFree(free);
  }
  while (free - used > 1) {
    const between = Math.floor((used + free) / 2);
    const written = ifFree(between);
    if (written) [free, found] = [between, written];
    else used = between;
  }
  return found;
}

/**
 * Writes one name for each set of values, in order, each unlike all before it, all in `taken` and all
 * that `isTaken` knows of.
 */
export function writeUniqueNames(
  rule: Rule,
  all: readonly ({ values: NameValues } & Omit<WriteOptions, 'copy'>)[],
  taken: Iterable<string> = [],
  isTaken: (key: string) => boolean = () => false,
): WrittenName[] {
  const used = new Set([...taken].map(nameKey));
  return all.map(({ values, ...options }) => {
    const written = writeUniqueName(rule, values, options, (key) => used.has(key) || isTaken(key));
    used.add(nameKey(written.name));
    return written;
  });
}
