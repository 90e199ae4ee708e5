import type { NameValues } from '../naming/writeName';

/** What programs put in the place of a letter that they cannot write (common practice, no source). */
const PUT_FOR_A_LETTER = '[_?\\ufffd]{1,2}';
/** So many letters of a name have to be left, or anything would be read as it. */
const FEWEST_LEFT = 3;

/**
 * Prepares a roster for mending names whose letters with marks were replaced on the way: `Gu_mundsd_ttir` is
 * `Guðmundsdóttir`. A sign that stands for a letter and one that divides words look the same, so only the names of the
 * roster are mended, where the signs stand in the very places of their marked letters.
 */
export function makeMarkMender(students: readonly { values: NameValues }[]): (name: string) => string {
  /** Null where several names look the same without those letters. */
  const wholeOf = new Map<string, string | null>();
  for (const { values } of students)
    for (const part of ['last', 'first', 'called'] as const)
      for (const [word] of String(values[part] ?? '')
        .normalize('NFC')
        .matchAll(/\p{L}+/gu)) {
        const left = word.replace(/[^a-z]+/giu, '');
        if (left.length < FEWEST_LEFT || left.length === word.length) continue;
        const key = keyOf(word);
        const before = wholeOf.get(key);
        wholeOf.set(key, before === undefined || before?.toLowerCase() === word.toLowerCase() ? word : null);
      }
  if (wholeOf.size === 0) return (name) => name;
  const patterns = [...wholeOf.keys()].map((key) => key.replaceAll('_', PUT_FOR_A_LETTER));
  const found = new RegExp(`(?<!\\p{L})(?:${patterns.join('|')})(?!\\p{L})`, 'giu');
  return (name) =>
    /[_?\ufffd]/u.test(name) ? name.replace(found, (text) => wholeOf.get(keyOf(text)) ?? text) : name;
}

/** A word with one sign for each run of what is no letter of the English alphabet. */
function keyOf(word: string): string {
  return word.toLowerCase().replace(/[^a-z]+/gu, '_');
}
