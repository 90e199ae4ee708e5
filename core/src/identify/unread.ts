import { FILLERS, isOrdinaryWord } from './ordinaryWords';
import { has } from './places';
import type { NameReading, Option } from './readOptions';
import { isNumber } from './weighPeople';

/** The longest name of a person, in words; and the shortest word that can be somebody's. */
const MOST_NAMES = 4;
const SHORTEST_NAME = 3;
const CAPITAL = /^(?:\p{Lu}|\p{Lo})/u;

/** Whether a word tells something that was not read. */
export function isUnread(plain: string): boolean {
  return plain.length > 1 && !FILLERS.has(plain) && !isNumber(plain);
}

/** Whether words are left in a name that can be the name of a person. */
export function hasUnread({ tokens, roles }: NameReading, { free }: Option): boolean {
  const unread = tokens.filter(
    ({ plain }, i) =>
      has(free, i) &&
      roles[i] === null &&
      isUnread(plain) &&
      plain.length >= SHORTEST_NAME &&
      !isOrdinaryWord(plain),
  );
  // One odd word is seldom a person, unless it stands alone as a name is written.
  const words = tokens.filter(({ plain }) => isUnread(plain));
  return unread.length > 1 || (unread.length === 1 && words.length === 1 && CAPITAL.test(unread[0]!.raw));
}

/** Whether a word can be a small one between names: bin, de la, van. */
function isInside(raw: string, place: number, count: number): boolean {
  return raw.length <= SHORTEST_NAME && place > 0 && place < count - 1;
}

/** Whether a text is a few words that begin like names and are no others. */
export function readsLikePerson({ tokens, roles, options }: NameReading): boolean {
  const words = tokens.filter(({ plain }) => !isNumber(plain));
  if ((options[0]?.title?.tokens.length ?? 0) >= words.length) return false;
  return (
    words.length > 0 &&
    words.length <= MOST_NAMES &&
    words.every(
      ({ raw, plain }, i) => (CAPITAL.test(raw) || isInside(raw, i, words.length)) && !FILLERS.has(plain),
    ) &&
    words.some(({ plain }) => !isOrdinaryWord(plain)) &&
    tokens.some((_, i) => roles[i] === null)
  );
}
