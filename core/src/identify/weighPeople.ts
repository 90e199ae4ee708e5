import type { NameToken } from './nameTokens';
import { FILLERS } from './ordinaryWords';
import { ORDINARY_BITS, togetherBits, type PeopleIndex, type PersonMatch } from './peopleIndex';
import { has, type Places } from './places';
import { isUnspaced } from './unspaced';

/** How a word was read for somebody. */
export interface WordReading {
  token: number;
  /** null: a single letter that stands for a name. */
  match: PersonMatch | null;
}

/** What the words of a name say for one student. */
export interface PersonWeight {
  who: number;
  /** How much likelier the words are if it is theirs, as a logarithm to base 2. */
  bits: number;
  /** The part of it that its own words give, without what speaks against. */
  own: number;
  readings: readonly WordReading[];
  /** Places of the words that are read as theirs. */
  used: Places;
}

const BITS = {
  /** What further words of the same name give, as a share of their bits: they were half bound to follow the first. */
  sameName: 0.6,
  /** The first letter of a name that is not spelled out. */
  initial: 3.5,
  /** A single letter that is none of theirs: it was put there to tell somebody from their namesake. */
  strangeLetter: -10,
  /** A word beside theirs that is somebody else's or nobody's: where their other name should stand, and where both are there. */
  strangerForName: -14,
  strangerBeside: -4,
  /** Where no spaces are written, what is glued to a name can make it the longer name of somebody else. */
  gluedToName: -20,
  /** A word that a hyphen joins to a last name, which makes it the double name of somebody else. */
  halfOfDouble: -24,
  /** Such a word where a sign says that several worked together: it is somebody. */
  strangerForJoint: -10,
  /** Such a word elsewhere in the name. */
  stranger: -5,
  /** `LêO` is hardly a Leo. */
  initialBehind: -4,
  /** What is cut out of a glued run is less sure. */
  cutOut: -1.5,
  /** An account that the domain of an address follows. */
  address: 6,
  /** Digits behind an account make it another one. */
  otherAccount: -14,
  /** A single letter, and a word, that stands for a middle name: beside or between a first and a last name that are both there. */
  middleLetter: -1.5,
  middleName: -2.5,
  /** A letter that is an article as well. */
  article: -2,
} as const;

/** A word that says less than this is not looked at, whatever stands beside it. */
const LEAST_OF_SLIP = -6;

/** Nothing but letters of the English alphabet: with marks it is no word of English. */
const PLAIN_LETTERS = /^[a-z'’]*$/iu;
const INITIAL_AND_NAME = /^\p{Lu}\p{Lu}\p{Ll}/u;
const HAS_INITIAL_BEHIND = /\p{Ll}\p{M}*\p{Lu}$/u;
/** Signs of the longest names in scripts that write no spaces between words (common practice, no source). */
const LONGEST_GLUED_NAME = 4;
const ARTICLES = new Set(['a', 'i', 'o', 'e', 'y', 'x', 's', 't']);

/** Everybody whom each word can mean, with what its way of writing adds or takes away. */
export function matchWords<Id>(
  people: PeopleIndex<Id>,
  tokens: readonly NameToken[],
): readonly PersonMatch[][] {
  return tokens.map(({ raw, plain, isWhole, isAddress, isOwner, isCutOut }, i) => {
    const next = tokens[i + 1];
    const hasDigits = next !== undefined && next.gap === '' && isNumber(next.plain);
    const hasMarks = !PLAIN_LETTERS.test(raw);
    // `ALee` is a letter and a name, though the account of the same student reads the same.
    // Nor is a name that somebody's account happens to be.
    const isAccount = isAddress || !(INITIAL_AND_NAME.test(raw) || people.isName(plain));
    return people
      .find(plain, isWhole || isAddress)
      .filter(
        ({ part, likeness }) =>
          (part !== 'account' || isAccount) &&
          // `final` is no slip of `FinnL`.
          (likeness === 'same' || likeness === 'short' || !FILLERS.has(plain)),
      )
      .map((match) => {
        const more =
          (isCutOut ? BITS.cutOut : 0) +
          (isAddress && match.part === 'account' ? BITS.address : 0) +
          (hasDigits && (match.part === 'account' || match.part === 'glued') ? BITS.otherAccount : 0) +
          (HAS_INITIAL_BEHIND.test(raw) && match.part !== 'glued' ? BITS.initialBehind : 0) +
          ((hasMarks || isOwner) && match.isOrdinary && match.likeness === 'same' ? -ORDINARY_BITS : 0);
        return more === 0 ? match : { ...match, bits: match.bits + more };
      });
  });
}

/**
 * Weighs what the `free` words of a name say for each student whom any of them can mean, best first. Words that are
 * `idle` are nothing by themselves: they speak against nobody, though they may be somebody's name. `isJoint` says that a
 * sign of joint work stands in the name.
 */
export function weighPeople<Id>(
  people: PeopleIndex<Id>,
  tokens: readonly NameToken[],
  matches: readonly (readonly PersonMatch[])[],
  free: Places,
  idle: Places,
  isJoint = false,
): PersonWeight[] {
  const byWho = new Map<number, WordReading[]>();
  const slips: WordReading[] = [];
  for (let i = 0; i < tokens.length; i += 1) {
    if (!has(free, i)) continue;
    const { plain } = tokens[i]!;
    for (const match of matches[i]!) {
      if (match.bits <= 0) {
        if (isWeakSlip(match, plain) && !people.isName(plain)) slips.push({ token: i, match });
        continue;
      }
      const list = byWho.get(match.who);
      if (list) list.push({ token: i, match });
      else byWho.set(match.who, [{ token: i, match }]);
    }
  }
  for (const slip of slips) byWho.get(slip.match!.who)?.push(slip);
  const weights: PersonWeight[] = [];
  for (const [who, theirs] of byWho) weights.push(weigh(people, who, theirs, tokens, free, idle, isJoint));
  return weights.sort((a, b) => b.bits - a.bits || b.own - a.own);
}

function weigh<Id>(
  people: PeopleIndex<Id>,
  who: number,
  theirs: WordReading[],
  tokens: readonly NameToken[],
  free: Places,
  idle: Places,
  isJoint: boolean,
): PersonWeight {
  if (theirs.length > 1) theirs.sort((a, b) => b.match!.bits - a.match!.bits);
  const readings: WordReading[] = [];
  let used: Places = 0;
  let last = 0;
  let given = 0;
  let isAccount = false;
  let own = 0;
  for (const reading of theirs) {
    const { part, text, bits } = reading.match!;
    if (has(used, reading.token)) continue;
    // One word is one name: somebody whose last name is another's first name has not said both.
    if (readings.some(({ match }) => match!.part === part && match!.text === text)) continue;
    if (bits <= 0 && !completes(part, readings)) continue;
    if (reading.match!.isSmall) own += bits;
    else if (part === 'last') {
      own += last === 0 ? bits : bits * BITS.sameName;
      last = Math.max(last, bits, 1);
    } else if (part === 'given') {
      own += given === 0 ? bits : bits * BITS.sameName;
      given = Math.max(given, bits, 1);
    } else {
      own += bits;
      if (part === 'account') isAccount = true;
      else {
        last = Math.max(last, 1);
        given = Math.max(given, 1);
      }
    }
    used |= 1 << reading.token;
    readings.push(reading);
  }
  own += besideEachOther(readings);
  let against = 0;
  const named = used;
  const hasBoth = last > 0 && given > 0;
  for (let i = 0; i < tokens.length; i += 1) {
    if (!has(free, i) || has(named, i)) continue;
    const { plain } = tokens[i]!;
    if (isNumber(plain)) continue;
    const isBeside = has(named, i - 1) || has(named, i + 1);
    if (plain.length === 1) {
      const initials = people.initials[who]!;
      const isGiven = given === 0 && initials.given.has(plain);
      if (isBeside && (isGiven || (last === 0 && initials.last.has(plain)))) {
        own += BITS.initial;
        if (isGiven) given = 1;
        else last = 1;
        readings.push({ token: i, match: null });
        used |= 1 << i;
      } else if (!has(idle, i)) {
        if (isBeside) against += hasBoth && !isJoint ? BITS.middleLetter : BITS.strangeLetter;
        else if (ARTICLES.has(plain)) against += BITS.article;
      }
    } else if (!has(idle, i)) {
      // `Camila Chens` is not S. Chen: where a letter stands for a name, a name beside it is that of somebody else.
      const isOthers = readings.some(
        ({ match }) =>
          (match?.isInitial ?? true) && (people.isName(plain) || (match?.likeness === 'slip' && isBeside)),
      );
      const isWhole = !isOthers && (isAccount || (last > 0 && given > 0));
      const isBetween = hasBoth && has(named, i - 1) && has(named, i + 1);
      const isGlued =
        tokens[i]!.isCutOut && isUnspaced(plain) && Array.from(plain).length <= LONGEST_GLUED_NAME;
      if (isJoint) against += BITS.strangerForJoint;
      else if (!isBeside) against += BITS.stranger;
      else if (isGlued) against += BITS.gluedToName;
      else if (isHalfOfDouble(tokens, i, readings)) against += BITS.halfOfDouble;
      else if (!isWhole) against += BITS.strangerForName;
      else against += isBetween ? BITS.middleName : BITS.strangerBeside;
    }
  }
  return { who, bits: own + against, own, readings, used };
}

/**
 * Whether a word that by itself tells nothing can be a short name with a letter too many, too few, or two changed round. With
 * another letter in its place it is as often another name: `Dane` is no `Dale`.
 */
function isWeakSlip({ likeness, bits, text }: PersonMatch, plain: string): boolean {
  const letters = (word: string) => [...word].sort().join('');
  return (
    likeness === 'slip' &&
    bits > LEAST_OF_SLIP &&
    (plain.length !== text.length || letters(plain) === letters(text))
  );
}

/** Such a word is theirs beside their other name, where that stands as it is. */
function completes(part: PersonMatch['part'], readings: readonly WordReading[]): boolean {
  const other = part === 'given' ? 'last' : part === 'last' ? 'given' : null;
  return (
    readings.every(({ match }) => match!.part === other) &&
    readings.some(({ match }) => match!.likeness === 'same' && !match!.isSmall)
  );
}

/**
 * Whether a hyphen joins a word to one that is read as a last name, in a name that is not hyphenated all through:
 * `Lena Bello-Ortega` is not Lena Bello-Castañeda.
 */
function isHalfOfDouble(
  tokens: readonly NameToken[],
  place: number,
  readings: readonly WordReading[],
): boolean {
  const isLast = (at: number) => readings.some(({ token, match }) => token === at && match?.part === 'last');
  const isJoined =
    (tokens[place]!.gap === HYPHEN && isLast(place - 1)) ||
    (tokens[place + 1]?.gap === HYPHEN && isLast(place + 1));
  return (
    isJoined &&
    CAPITAL.test(tokens[place]!.raw) &&
    readings.some(({ token, match }) => match?.part === 'given' && !isHyphened(tokens, token))
  );
}

const HYPHEN = '-';
const CAPITAL = /^\p{Lu}/u;

function isHyphened(tokens: readonly NameToken[], place: number): boolean {
  return tokens[place]!.gap === HYPHEN || tokens[place + 1]?.gap === HYPHEN;
}

/** What it adds that a first and a last name stand next to each other, or with a middle name between them. */
function besideEachOther(readings: readonly WordReading[]): number {
  const exact = readings.filter(({ match }) => match?.likeness === 'same');
  let most = 0;
  for (const { token: at, match: given } of exact)
    if (given!.part === 'given')
      for (const { token, match: last } of exact)
        if (last!.part === 'last' && !last!.isSmall && Math.abs(at - token) <= 2)
          most = Math.max(most, togetherBits(given!.isOrdinary === true && last!.isOrdinary === true));
  return most;
}

export function isNumber(plain: string): boolean {
  const code = plain.charCodeAt(0);
  return code >= 48 && code <= 57;
}
