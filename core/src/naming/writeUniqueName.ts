import { nameKey } from './makeLegal';
import type { Rule } from './parseRule';
import { writeName, type NameValues, type WriteOptions, type WrittenName } from './writeName';

/**
 * Writes a name that no other in `taken` equals, however a file system compares them.
 * `taken` answers whether a `nameKey` is in use; the first free of the name, `…_2`, `…_3` is taken.
 */
export function writeUniqueName(
  rule: Rule,
  values: NameValues,
  options: Omit<WriteOptions, 'copy'>,
  taken: (key: string) => boolean,
): WrittenName {
  for (let copy = 1; ; copy += 1) {
    const written = writeName(rule, values, { ...options, copy });
    if (!taken(nameKey(written.name))) return written;
  }
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
