import { saysJoint } from './jointSigns';
import { besideRoles, type BesideRole } from './besideWords';
import type { assignmentPriors } from './costs';
import type { NameToken } from './nameTokens';
import { FILLERS, isOrdinaryWord } from './ordinaryWords';
import type { PeopleIndex, PersonMatch } from './peopleIndex';
import { periodSaid, type PeriodSaid } from './periodSaid';
import { has, placesOf, placesWhere, type Places } from './places';
import type { TitleIndex, TitleReading } from './titleIndex';
import { isNumber, matchWords, weighPeople, type PersonWeight } from './weighPeople';

/** A name divided, with the ways of reading it as an assignment. */
export interface NameReading {
  name: string;
  tokens: readonly NameToken[];
  roles: readonly (BesideRole | null)[];
  matches: readonly (readonly PersonMatch[])[];
  /** Whether a word or sign says that several worked together. */
  isJoint: boolean;
  options: readonly Option[];
}

/** One way of reading a name as an assignment or as none, with what is left of it weighed for everybody. */
export interface Option {
  title: TitleReading | null;
  bits: number;
  period: PeriodSaid | null;
  /** Words that are neither title nor period nor date. */
  free: Places;
  /** Best first; the period is in their bits. */
  people: readonly PersonWeight[];
}

/** Readings as an assignment that are looked at, and by how many bits they may be worse than the best. */
const MOST_TITLES = 4;
const WITHIN = 14;

const BITS = {
  periodSaid: 2.2,
  periodBare: 2,
  wrongPeriodSaid: -7.5,
  wrongPeriodBare: -5.5,
  /** What is left unexplained in a name that tells nobody at all. */
  unreadWord: -5,
  unreadOrdinary: -3,
  unreadLetter: -2,
} as const;

/** Prepares a course for finding the ways in which names can be read. */
export function makeOptionsReader<Id>(
  people: PeopleIndex<Id>,
  titles: TitleIndex,
  { none: noAssignment, each: assignment }: ReturnType<typeof assignmentPriors>,
  courseWords: ReadonlySet<string>,
): (name: string, tokens: readonly NameToken[]) => NameReading {
  const periods = new Set(people.periods.filter((period) => period !== null));
  return (name, tokens) => {
    const roles = besideRoles(name, tokens, courseWords, people);
    const open = placesWhere(roles, (role) => role === null || role === 'filler' || role === 'course');
    const matches = matchWords(people, tokens);
    const isJoint = saysJoint(name, tokens);
    const found = titles.read(tokens, (place) => has(open, place));
    const most = Math.max(noAssignment, (found[0]?.bits ?? -Infinity) + assignment);
    const readings: (TitleReading | null)[] = found
      .slice(0, MOST_TITLES)
      .filter(({ bits }) => bits + assignment >= most - WITHIN);
    if (noAssignment >= most - WITHIN) readings.push(null);

    const weighed = new Map<Places, Pick<Option, 'people' | 'period' | 'free'>>();
    const options = readings.map((title): Option => {
      const taken = placesOf(title?.tokens ?? []);
      let rest = weighed.get(taken);
      if (!rest) {
        const period = periodSaid(tokens, (place) => !has(open, place) || has(taken, place), periods);
        const said = placesOf(period?.tokens ?? []);
        const free = open & ~taken & ~said;
        const idle = placesWhere(
          roles,
          (role, i) => role !== null || (title === null && titles.isWord(tokens[i]!.plain)),
        );
        rest = {
          period,
          free,
          people: withPeriod(people, weighPeople(people, tokens, matches, free, idle, isJoint), period),
        };
        weighed.set(taken, rest);
      }
      return { title, bits: title ? assignment + title.bits : noAssignment, ...rest };
    });
    return { name, tokens, roles, matches, isJoint, options };
  };
}

function withPeriod<Id>(
  people: PeopleIndex<Id>,
  weights: PersonWeight[],
  period: PeriodSaid | null,
): PersonWeight[] {
  if (period === null) return weights;
  return weights
    .map((weight) => ({ ...weight, bits: weight.bits + periodBits(period, people.periods[weight.who]!) }))
    .sort((a, b) => b.bits - a.bits);
}

/** What a period that a name says tells for somebody of a period. */
export function periodBits(said: PeriodSaid, period: number | null): number {
  if (period === null) return 0;
  if (said.how === 'bare') return said.number === period ? BITS.periodBare : BITS.wrongPeriodBare;
  return said.number === period ? BITS.periodSaid : BITS.wrongPeriodSaid;
}

/** Words left in a name that can be somebody's, as they are remembered when somebody says who it is. */
export function wordsLeft(tokens: readonly NameToken[], { free }: Option): string {
  return tokens
    .filter(({ plain }, i) => has(free, i) && !FILLERS.has(plain) && !isNumber(plain))
    .map(({ plain }) => plain)
    .join(' ');
}

/** What the words left in a name say against its telling nobody at all. */
export function unreadBits(tokens: readonly NameToken[], { free }: Option): number {
  let bits = 0;
  tokens.forEach(({ plain }, i) => {
    if (!has(free, i) || FILLERS.has(plain) || isNumber(plain)) return;
    bits +=
      plain.length === 1 ? BITS.unreadLetter : isOrdinaryWord(plain) ? BITS.unreadOrdinary : BITS.unreadWord;
  });
  return bits;
}
