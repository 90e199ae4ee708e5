import { wordsOfValue, compact } from '../text/nameWords';
import type { NameValues } from '../naming/writeName';
import { makeNearIndex, type NearEntry } from './nearIndex';
import { isOrdinaryWord } from './ordinaryWords';
import { shortFormsOf } from './shortForms';

/** Which of the things that tell a person a word was read as. */
export const personParts = ['account', 'glued', 'last', 'given'] as const;
export type PersonPart = (typeof personParts)[number];
/** How the word stands for it. */
export const personLikenesses = ['same', 'short', 'cut', 'slip'] as const;
export type PersonLikeness = (typeof personLikenesses)[number];

/** That a word can mean a student. */
export interface PersonMatch {
  /** Place of the student on the roster. */
  who: number;
  part: PersonPart;
  /** What it stands for, in plain letters. */
  text: string;
  likeness: PersonLikeness;
  /** Whether it is a word of everyday English as well, which is taken off the bits. */
  isOrdinary?: boolean;
  /** Of names that are glued: whether of one of them there is only its first letter. */
  isInitial?: boolean;
  /** Whether it is a small word before others of a last name, which many have. */
  isSmall?: boolean;
  /** How much likelier the word is in a name of theirs than in another, as a logarithm to base 2. */
  bits: number;
}

/**
 * How common names are: one of so many people bears a given name or a last name that one student of the roster bears.
 * That a class is small makes no name commoner. Estimates, set so that the confidence comes out calibrated
 * (docs/identification.md).
 */
const COMMONNESS = { given: 1_000, last: 3_000 } as const;

/** What being a word of everyday English takes away from a name. */
export const ORDINARY_BITS = -3.5;

/** What a first and a last name next to each other, letter by letter, add: by chance words stand in any order. */
const TOGETHER_BITS = 2.5;

/**
 * What a first and a last name next to each other add. Where both are ordinary words, that they are is taken off once and
 * not twice: two such words side by side that make the name of a student are seldom anything else.
 */
export function togetherBits(areOrdinary: boolean): number {
  return TOGETHER_BITS + (areOrdinary ? -ORDINARY_BITS : 0);
}

/** Bits that the way of writing adds or takes away. */
const BITS = {
  /** A word that is nobody's but theirs: an account, a student number, an address. */
  account: 18,
  initial: 3.5,
  short: -1.5,
  cut: -3,
  /** By letters wrong, and one more for short words, which are close to many. */
  slip: [0, -3.5, -6.5],
  slipInShort: -3.5,
  /** An s behind a name whose apostrophe got lost: `Waterss essay`. */
  possessive: -1.5,
  /** A word that is somebody's name is seldom meant for another, nor is a word of English. */
  slipOfAnother: -9,
  slipOfWord: -3.5,
  particle: 1.5,
} as const;

/** Small words within last names (common practice, no source): they are often left out, and tell little. */
const PARTICLES = new Set(
  'van von der den de del della di da dos das du la le los las el al bin ibn ben mac mc st san ter ten zu af av'.split(
    ' ',
  ),
);

/** A cut name keeps at least so many letters. */
const SHORTEST_CUT = { given: 3, last: 4 } as const;

interface Entry extends NearEntry {
  matches: PersonMatch[];
}

/** Whether a word is a small one that many last names have. */
export function isParticle(plain: string): boolean {
  return PARTICLES.has(plain);
}

export interface PeopleIndex<Id> {
  readonly ids: readonly Id[];
  readonly periods: readonly (number | null)[];
  /** First letters of the given and of the last name of each. */
  readonly initials: readonly { given: ReadonlySet<string>; last: ReadonlySet<string> }[];
  /** How many students have a word in their last name. */
  countOfLast(plain: string): number;
  /** Whether a word is part of somebody's name, exactly. */
  isName(plain: string): boolean;
  /** Whether a word is somebody's name, account, or a name glued, exactly. */
  knows(plain: string): boolean;
  /** Whether a word is somebody's first or last name with a slip of the hand. */
  isSlip(plain: string): boolean;
  /** Everybody whom a word can mean. Accounts count only where the word stands by itself. */
  find(plain: string, isWhole: boolean): readonly PersonMatch[];
}

/** Prepares a roster for looking up words. */
export function makePeopleIndex<Id>(students: readonly { id: Id; values: NameValues }[]): PeopleIndex<Id> {
  const people = students.map(({ values }) => namesOf(values));
  const shares = new Map<string, number>();
  for (const { last, given } of people)
    for (const word of new Set([...last, ...given])) shares.set(word, (shares.get(word) ?? 0) + 1);
  const shortShares = new Map<string, number>();
  for (const { given } of people)
    for (const short of new Set([...given].flatMap(shortFormsOf)))
      shortShares.set(short, (shortShares.get(short) ?? 0) + 1);

  const rarity = (word: string, part: 'last' | 'given', share = shares.get(word) ?? 1) =>
    Math.log2(COMMONNESS[part] / share) + (isOrdinaryWord(word) ? ORDINARY_BITS : 0);

  const entries = new Map<string, Entry>();
  const put = (text: string, match: Omit<PersonMatch, 'text' | 'likeness'> & Partial<PersonMatch>) => {
    if (text.length < 2 && /^[a-z0-9]*$/.test(text)) return;
    const entry = entries.get(text) ?? { text, isGlued: true, cutFrom: Infinity, matches: [] };
    entries.set(text, entry);
    if (match.part === 'given' || match.part === 'last') {
      entry.isGlued = false;
      entry.cutFrom = Math.min(entry.cutFrom, SHORTEST_CUT[match.part]);
    }
    if (
      !entry.matches.some(
        ({ who, part, bits }) => who === match.who && part === match.part && bits >= match.bits,
      )
    )
      entry.matches.push({ text, likeness: 'same', ...match });
  };
  people.forEach(({ last, given, accounts, firsts, lastGlued, lastInitial, writtenOut: others }, who) => {
    // Small words are so only before others: `Le` by itself is a last name like any.
    const isSmall = (word: string) => last.size > 1 && PARTICLES.has(word);
    const ofWord = (word: string) => (isSmall(word) ? BITS.particle : rarity(word, 'last'));
    for (const word of last)
      put(word, {
        who,
        part: 'last',
        bits: ofWord(word),
        isSmall: isSmall(word),
        isOrdinary: !isSmall(word) && isOrdinaryWord(word),
      });
    for (const word of given) {
      put(word, { who, part: 'given', bits: rarity(word, 'given'), isOrdinary: isOrdinaryWord(word) });
      for (const short of shortFormsOf(word))
        if (!given.has(short))
          put(short, {
            who,
            part: 'given',
            text: word,
            likeness: 'short',
            bits:
              rarity(short, 'given', Math.max(shortShares.get(short) ?? 1, shares.get(short) ?? 0)) +
              BITS.short,
          });
    }
    for (const { alias, text, part } of others)
      put(alias, { who, part, text, bits: part === 'last' ? ofWord(text) : rarity(text, part) });
    for (const account of accounts) put(account, { who, part: 'account', bits: BITS.account });
    const ofLast = Math.max(...[...last].map(ofWord), 0);
    if (last.size > 1) put(lastGlued, { who, part: 'last', bits: ofLast + 0.5 });
    for (const first of firsts) {
      const ofFirst = Math.max(...[...given].map((word) => rarity(word, 'given')), 0);
      const areOrdinary = [...last].every(isOrdinaryWord) && [...given].every(isOrdinaryWord);
      const both = { who, part: 'glued', bits: ofLast + ofFirst + togetherBits(areOrdinary) } as const;
      put(first + lastGlued, both);
      put(lastGlued + first, both);
      const one = { who, part: 'glued', isInitial: true, bits: ofLast + BITS.initial } as const;
      if (lastGlued.length > 2) {
        put(first[0]! + lastGlued, one);
        put(lastGlued + first[0]!, one);
      }
      // Of a double last name one word is enough.
      if (last.size > 1)
        for (const word of last)
          if (word.length > 2 && !isSmall(word)) {
            const half = { ...one, bits: rarity(word, 'last') + BITS.initial };
            put(first[0]! + word, half);
            put(word + first[0]!, half);
          }
      if (first.length > 3 && lastInitial)
        put(first + lastInitial, { who, part: 'glued', isInitial: true, bits: ofFirst + BITS.initial });
    }
  });
  const near = makeNearIndex([...entries.values()]);
  const cache = new Map<string, readonly PersonMatch[]>();

  const find = (plain: string, isWhole: boolean): readonly PersonMatch[] => {
    const key = isWhole ? plain : `${plain} `;
    const before = cache.get(key);
    if (before) return before;
    const found = new Map<string, PersonMatch>();
    const take = (entry: Entry, likeness: PersonLikeness | null, more: number) => {
      for (const match of entry.matches) {
        if (match.part === 'account' && !isWhole) continue;
        if (likeness !== null && match.likeness === 'short') continue;
        const at = `${match.who} ${match.part} ${match.text}`;
        const bits = match.bits + more;
        const other = found.get(at);
        if (!other || other.bits < bits)
          found.set(at, likeness === null ? match : { ...match, likeness, bits });
      }
    };
    const exact = entries.get(plain);
    if (exact) take(exact, null, 0);
    if (plain.length >= SHORTEST_CUT.given && !/\d/.test(plain)) {
      const owner = (exact?.isGlued ?? true) && plain.endsWith('s') && entries.get(plain.slice(0, -1));
      if (owner && owner.text.length >= SHORTEST_CUT.given) take(owner, 'slip', BITS.possessive);
      for (const entry of near.startingWith(plain)) take(entry, 'cut', BITS.cut);
      // A word that is somebody's is no slip of what somebody else's names are glued to.
      for (const { entry, slips } of near.slipsOf(plain, exact === undefined)) {
        const short = Math.min(plain.length, entry.text.length) < 5 ? BITS.slipInShort : 0;
        const other = exact ? BITS.slipOfAnother : isOrdinaryWord(plain) ? BITS.slipOfWord : 0;
        take(entry, 'slip', BITS.slip[slips]! + short + other);
      }
    }
    const list = [...found.values()];
    cache.set(key, list);
    return list;
  };

  return {
    ids: students.map(({ id }) => id),
    periods: students.map(({ values }) =>
      values.period === null || values.period === undefined ? null : Number(values.period),
    ),
    initials: people.map(({ given, last, firsts }) => ({
      given: new Set([...[...given].map((word) => word[0]!), ...firsts.map((first) => first[0]!)]),
      last: new Set([...last].map((word) => word[0]!)),
    })),
    countOfLast: (plain) => people.filter(({ last }) => last.has(plain)).length,
    isName: (plain) => shares.has(plain) || shortShares.has(plain),
    knows: (plain) => entries.has(plain),
    isSlip: (plain) => near.slipsOf(plain, false).length > 0,
    find,
  };
}

/** Letters with marks as they are written out where a keyboard has none (common practice in German and Nordic languages, from memory). */
const WRITTEN_OUT: Readonly<Record<string, string>> = { ä: 'ae', ö: 'oe', ü: 'ue', å: 'aa', ø: 'oe' };

/** A word with its marked letters written out, in plain letters: `Köhler` is `koehler`. */
function writtenOut(raw: string): string {
  return compact(
    raw
      .toLowerCase()
      .normalize('NFC')
      .replace(/[äöüåø]/gu, (letter) => WRITTEN_OUT[letter]!),
  );
}

/** The words by which somebody goes. */
function namesOf(values: NameValues) {
  const text = (part: keyof NameValues) => String(values[part] ?? '');
  const wordsIn = (value: string) =>
    wordsOfValue(value)
      .map(({ plain }) => plain)
      .filter(Boolean);
  const last = wordsIn(text('last'));
  const firsts = [wordsIn(text('first')), wordsIn(text('called'))].filter((words) => words.length > 0);
  const account = text('email').split('@')[0] ?? '';
  return {
    last: new Set(last),
    given: new Set(firsts.flat()),
    firsts: [...new Set(firsts.flatMap((words) => [words.join(''), words[0]!]))],
    writtenOut: (['last', 'first', 'called'] as const).flatMap((part) =>
      wordsOfValue(text(part)).flatMap(({ raw, plain }) => {
        const alias = writtenOut(raw);
        return alias === plain || plain === ''
          ? []
          : [{ alias, text: plain, part: part === 'last' ? ('last' as const) : ('given' as const) }];
      }),
    ),
    lastGlued: last.join(''),
    lastInitial: last.find((word) => !PARTICLES.has(word))?.[0] ?? last[0]?.[0] ?? '',
    accounts: new Set(
      [text('username'), account, text('number')].map(compact).filter((word) => word.length > 2),
    ),
  };
}
