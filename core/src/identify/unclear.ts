import type { PeopleIndex } from './peopleIndex';
import { periodBits, type NameReading, type Option } from './readOptions';
import type { WordReading } from './weighPeople';

/** Bits by which the words have to tell two students apart; less is no more than a guess. */
const SAME_WORDS = 1;

/**
 * Whether nothing but a period tells somebody from a namesake. A period is often wrong, so that is not sure enough,
 * unless it stands at the head of the name in the way that rules of folders and files have it.
 */
export function isToldByPeriod<Id>(
  people: PeopleIndex<Id>,
  { period, people: all }: Option,
  who: number,
  bits: number,
): boolean {
  if (period === null || period.isHead) return false;
  const words = bits - periodBits(period, people.periods[who]!);
  return all.some(
    (other) =>
      other.who !== who && other.bits - periodBits(period, people.periods[other.who]!) >= words - SAME_WORDS,
  );
}

/**
 * Whether the only word that is read as a title is a name on the roster as well, and stands where the other name of the
 * student should be: `Rose Hoang` may be for the Rose Window, and by nobody who is known.
 */
export function isHalfInTitle<Id>(
  people: PeopleIndex<Id>,
  { tokens }: NameReading,
  { title }: Option,
  readings: readonly WordReading[],
): boolean {
  if (title?.tokens.length !== 1) return false;
  const [place] = title.tokens as [number];
  const parts = new Set(readings.map(({ match }) => match?.part ?? 'initial'));
  return (
    people.isName(tokens[place]!.plain) &&
    parts.size === 1 &&
    (parts.has('last') || parts.has('given')) &&
    readings.some(({ token }) => Math.abs(token - place) === 1)
  );
}
