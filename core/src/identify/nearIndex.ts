import { slipsAllowed } from '../text/isSlip';
import { slipsBetween } from './likeness';

/** A word that others can be near to. */
export interface NearEntry {
  text: string;
  /** Whether it is an account, or more than one name in one: then its first and last letter can be initials, which do not slip. */
  isGlued: boolean;
  /** How many letters of it stand for it when it is cut; Infinity where it is never cut. */
  cutFrom: number;
}

export interface NearIndex<Entry extends NearEntry> {
  /** Those that a word is the start of. */
  startingWith(plain: string): readonly Entry[];
  /** Those that a word is with letters wrong, and how many. */
  slipsOf(plain: string, withGlued: boolean): readonly { entry: Entry; slips: number }[];
}

const SHORTEST_SLIP = 4;

/** Prepares words so that those near to another are found without going through them all. */
export function makeNearIndex<Entry extends NearEntry>(entries: readonly Entry[]): NearIndex<Entry> {
  const starts = new Map<string, Entry[]>();
  /** Names by what is left of them when as many letters are gone as can be wrong (symmetric delete, Garbe 2012). */
  const names = new Map<string, Entry[]>();
  const glued = new Map<string, { entry: Entry; letters: number }[]>();
  for (const entry of entries) {
    const { text, isGlued, cutFrom } = entry;
    for (let length = cutFrom; length < text.length; length += 1) {
      const start = text.slice(0, length);
      starts.set(start, [...(starts.get(start) ?? []), entry]);
    }
    if (text.length < SHORTEST_SLIP || /\d/.test(text)) continue;
    const known = { entry, letters: lettersOf(text) };
    if (isGlued) push(glued, edgesOf(text), known);
    else for (const rest of withoutLetters(text)) push(names, rest, entry);
  }
  return {
    startingWith: (plain) => starts.get(plain) ?? [],
    slipsOf(plain, withGlued) {
      if (plain.length < SHORTEST_SLIP) return [];
      const found: { entry: Entry; slips: number }[] = [];
      const letters = lettersOf(plain);
      const look = (list: readonly { entry: Entry; letters: number }[] = []) => {
        for (const known of list) {
          // A letter wrong changes at most two of the letters that are there at all.
          if (bitCount(known.letters ^ letters) > 2 * slipsAllowed(plain, known.entry.text)) continue;
          const slips = slipsBetween(plain, known.entry.text);
          if (slips !== null && slips > 0) found.push({ entry: known.entry, slips });
        }
      };
      const seen = new Set<Entry>();
      for (const rest of withoutLetters(plain))
        for (const entry of names.get(rest) ?? []) {
          if (seen.has(entry)) continue;
          seen.add(entry);
          const slips = slipsBetween(plain, entry.text);
          if (slips !== null && slips > 0) found.push({ entry, slips });
        }
      if (withGlued) look(glued.get(edgesOf(plain)));
      return found;
    },
  };
}

function push<Key, One>(map: Map<Key, One[]>, key: Key, one: One): void {
  const list = map.get(key);
  if (list) list.push(one);
  else map.set(key, [one]);
}

/** A word, and what is left of it without one letter, or, of words in which two can be wrong, without two. */
function withoutLetters(text: string): Set<string> {
  const rests = new Set([text]);
  const drop = (from: string) => {
    for (let i = 0; i < from.length; i += 1) rests.add(from.slice(0, i) + from.slice(i + 1));
  };
  drop(text);
  // Of two words the shorter says how many letters can be wrong, so the longer one may have one more.
  if (slipsAllowed(text, text) > 1) for (const rest of [...rests]) drop(rest);
  return rests;
}

function edgesOf(text: string): string {
  return `${text[0]}${text.at(-1)}`;
}

/** One bit for each letter that is in a word. */
function lettersOf(text: string): number {
  let letters = 0;
  for (let i = 0; i < text.length; i += 1) letters |= 1 << (text.charCodeAt(i) & 31);
  return letters;
}

function bitCount(bits: number): number {
  let left = bits;
  let count = 0;
  while (left !== 0) {
    left &= left - 1;
    count += 1;
  }
  return count;
}
