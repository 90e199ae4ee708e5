import { PRIORS } from './costs';
import { CONNECTORS, CONNECTOR_SIGNS, isConnector } from './jointSigns';
import { FILLERS } from './ordinaryWords';
import { isParticle, type PeopleIndex } from './peopleIndex';
import { has, placesWhere } from './places';
import { periodBits, type NameReading, type Option } from './readOptions';
import { weighPeople, type PersonWeight, type WordReading } from './weighPeople';

/** That a name is of several students. */
export interface JointReading {
  who: readonly number[];
  bits: number;
  readings: readonly WordReading[];
  /**
   * Whether somebody else has one of the last names: two names in one piece stand closely together, and the first name
   * beside may be meant for either.
   */
  isShared: boolean;
}

/** Bits of its own that each needs. */
const ENOUGH = 5;
const MOST = 4;
/** How many are tried as the first, as the next, and groups that are followed. */
const FIRSTS = 6;
const NEXTS = 3;
const GROUPS = 6;

/**
 * Joint work: what the words of one student leave of the name tells somebody else, and so on. `one` is the prior of a
 * single student.
 */
export function readJoint<Id>(
  people: PeopleIndex<Id>,
  { tokens, matches, isJoint }: NameReading,
  option: Option,
  one: number,
): JointReading[] {
  if (option.people.length < 2) return [];
  const isCandidate = (weight: PersonWeight) =>
    weight.own >= ENOUGH && (isJoint || isWholeName(weight.readings));
  const firsts = [...option.people].sort((a, b) => b.own - a.own).filter(isCandidate);
  const [first] = firsts;
  if (!first || !firsts.some(({ used }) => (used & ~first.used) !== 0)) return [];
  // Without a word or sign between them, only two whole names that share no word are two people.
  if (!isJoint && !firsts.some(({ used }) => firsts.some((other) => (other.used & used) === 0))) return [];
  const idle = placesWhere(tokens, ({ plain }) => FILLERS.has(plain) || CONNECTORS.has(plain));
  const found = new Map<string, JointReading>();
  let groups = firsts.slice(0, FIRSTS).map((weight) => [weight]);
  for (let size = 2; size <= MOST && groups.length > 0; size += 1) {
    const grown: PersonWeight[][] = [];
    for (const group of groups) {
      const used = group.reduce((places, weight) => places | weight.used, 0);
      const next = weighPeople(people, tokens, matches, option.free & ~used, idle)
        .filter((weight) => isCandidate(weight) && !group.some(({ who }) => who === weight.who))
        .slice(0, NEXTS);
      for (const weight of next) grown.push([...group, weight]);
    }
    for (const group of grown) {
      const isSaid = isConnected(tokens, group);
      if (!isSaid && !group.every(({ readings }) => isWholeName(readings))) continue;
      const who = group.map((weight) => weight.who).sort((a, b) => a - b);
      const own = group.slice(0, -1).reduce((sum, weight) => sum + weight.own, 0) + group.at(-1)!.bits;
      const inPeriod = option.period
        ? who.reduce((sum, id) => sum + periodBits(option.period!, people.periods[id]!), 0) / who.length
        : 0;
      const bits =
        own +
        inPeriod +
        Math.log2(isSaid ? PRIORS.jointSaid : PRIORS.joint) +
        who.length * one +
        // The two can be named in either order.
        1;
      const key = who.join();
      const before = found.get(key);
      if (!before || before.bits < bits) {
        const readings = group.flatMap((weight) => weight.readings);
        const isShared = readings.some(
          ({ match }) =>
            match?.part === 'last' && !isParticle(match.text) && people.countOfLast(match.text) > 1,
        );
        found.set(key, { who, bits, readings, isShared });
      }
    }
    groups = grown.slice(0, GROUPS);
  }
  return [...found.values()];
}

/**
 * Whether a sign of joint work has a name on its other side that is not that of `who`: in `Grant and Nevaeh` the first
 * may be read as a word of a title, and still be somebody.
 */
export function isJointWithAnother<Id>(
  people: PeopleIndex<Id>,
  { tokens, matches }: NameReading,
  option: Option,
  who: number,
  readings: readonly WordReading[],
): boolean {
  const theirs = new Set(readings.map(({ token }) => token));
  const isAnother = (place: number) =>
    tokens[place] !== undefined &&
    !theirs.has(place) &&
    people.isName(tokens[place].plain) &&
    !matches[place]!.some((match) => match.who === who && match.likeness === 'same');
  const isTheirs = (place: number) => theirs.has(place);
  return tokens.some(({ plain, gap }, i) => {
    const isWord = isConnector(plain) && !option.title?.tokens.includes(i);
    if (!isWord && !CONNECTOR_SIGNS.test(gap)) return false;
    const [before, after] = isWord ? [i - 1, i + 1] : [i - 1, i];
    return (isTheirs(before) && isAnother(after)) || (isTheirs(after) && isAnother(before));
  });
}

/** Whether the words give both names of somebody, or what stands for both. */
export function isWholeName(readings: readonly WordReading[]): boolean {
  let [hasLast, hasGiven] = [false, false];
  for (const { match } of readings) {
    if (match?.part === 'account' || match?.part === 'glued') return true;
    hasLast ||= match?.part === 'last';
    hasGiven ||= match?.part === 'given';
  }
  return hasLast && hasGiven;
}

/** Whether a word or sign between the words of each two neighbours says that they worked together. */
function isConnected(tokens: NameReading['tokens'], group: readonly PersonWeight[]): boolean {
  const spans = group
    .map(({ used }) => tokens.flatMap((_, i) => (has(used, i) ? [i] : [])))
    .map((places) => ({ from: places[0]!, to: places.at(-1)! }))
    .sort((a, b) => a.from - b.from);
  return spans.slice(1).every(({ from }, i) => {
    const before = spans[i]!.to;
    if (from <= before) return false;
    const between = tokens.slice(before + 1, from + 1);
    return between.some(
      ({ plain, gap }, j) => CONNECTOR_SIGNS.test(gap) || (j < between.length - 1 && CONNECTORS.has(plain)),
    );
  });
}
