import { compact, wordsOfName } from '../text/nameWords';
import { CARDINALS } from '../text/numerals';
import { slipsBetween } from './likeness';
import { isOrdinaryWord } from './ordinaryWords';
import type { NameToken } from './nameTokens';
import { ROMAN } from './periodSaid';

/** One way of reading words of a name as an assignment. */
export interface TitleReading {
  /** Place of the assignment in the course. */
  which: number;
  /** Places of the words that are read so. */
  tokens: readonly number[];
  /** How much likelier these words are in a name for this assignment than in another, as a logarithm to base 2. */
  bits: number;
}

/** One of so many words in names is a given word of a title by chance (an estimate; docs/identification.md). */
const COMMONNESS = 500;
const BITS = {
  slip: [0, -3, -5.5],
  cut: -3,
  ordinary: -2,
  alsoName: -1,
  /** A word of the title that is passed over: within it, and before its first word that is said. */
  skipped: -1,
  skippedFirst: -2,
  /** A word of the name that stands between two of the title. */
  between: -4,
  number: 3.5,
  /** Another number where the title has one. */
  wrongNumber: -9,
  acronym: 8,
} as const;
/** Short ways of writing words that titles have (common practice, no source). */
const SHORT_WORDS: Readonly<Record<string, string>> = {
  wk: 'week',
  w: 'week',
  hw: 'homework',
  qz: 'quiz',
  q: 'question',
  ch: 'chapter',
  chap: 'chapter',
  pt: 'part',
  ws: 'worksheet',
  proj: 'project',
  pres: 'presentation',
  nb: 'notebook',
  lab: 'laboratory',
  intro: 'introduction',
  calc: 'calculation',
  exp: 'experiment',
  ex: 'exercise',
};
const SHORTEST_CUT = 3;
/** Words that titles are not told by. */
export const SMALL = new Set('the a an of and in on to for with at by is my your our'.split(' '));
/** Numbers in words, from one to ten. */
const NUMBER_WORDS = new Map(
  [CARDINALS, ROMAN].flatMap((words) =>
    words.slice(1, 11).map((word, i): [string, string] => [word, String(i + 1)]),
  ),
);

interface TitleWord {
  which: number;
  place: number;
  bits: number;
}

export interface TitleIndex {
  knows(plain: string): boolean;
  isWord(plain: string): boolean;
  isAlmost(plain: string): boolean;
  /** The best reading for each assignment that the words name at all, best first. */
  read(tokens: readonly NameToken[], isFree: (place: number) => boolean): TitleReading[];
}

/** Prepares the titles of a course for being found in names; `isName` tells words that are also somebody's. */
export function makeTitleIndex(
  titles: readonly (readonly string[])[],
  isName: (plain: string) => boolean,
): TitleIndex {
  /** Each assignment can go by several titles: its own and a short one. */
  const works = titles.flatMap((forms, which) =>
    forms
      .map((form) => wordsOfName(form.normalize('NFC')).map(({ plain }) => plain))
      .filter((words) => words.length > 0)
      .map((words) => ({ which, words })),
  );
  const shares = new Map<string, Set<number>>();
  for (const { which, words } of works)
    for (const word of words) shares.set(word, (shares.get(word) ?? new Set()).add(which));
  const rarity = (word: string) =>
    Math.log2(COMMONNESS / (shares.get(word)?.size ?? 1)) +
    (isOrdinaryWord(word) ? BITS.ordinary : 0) +
    (isName(word) ? BITS.alsoName : 0);

  const index = new Map<string, TitleWord[]>();
  const acronyms = new Map<string, number[]>();
  works.forEach(({ words }, work) => {
    words.forEach((word, place) => {
      if (SMALL.has(word)) return;
      const bits = /^\d+$/.test(word) ? BITS.number : rarity(word);
      index.set(word, [...(index.get(word) ?? []), { which: work, place, bits }]);
    });
    const letters = words.map((word) => (/^\d+$/.test(word) ? word : word[0]!)).join('');
    if (words.length >= 3) acronyms.set(letters, [...(acronyms.get(letters) ?? []), work]);
  });
  const words = [...index.keys()].filter((word) => !/^\d+$/.test(word));
  const cache = new Map<string, readonly TitleWord[]>();

  const find = (plain: string): readonly TitleWord[] => {
    const before = cache.get(plain);
    if (before) return before;
    const found: TitleWord[] = [...(index.get(plain) ?? [])];
    const long = SHORT_WORDS[plain];
    if (long !== undefined)
      found.push(...(index.get(long) ?? []).map((word) => ({ ...word, bits: word.bits + BITS.cut })));
    const number = NUMBER_WORDS.get(plain);
    if (number !== undefined) found.push(...(index.get(number) ?? []));
    if (found.length === 0 && plain.length >= SHORTEST_CUT && !/\d/.test(plain))
      for (const word of words) {
        // José is no misspelt rose.
        const slips = isName(plain) ? null : slipsBetween(plain, word);
        const more =
          slips !== null
            ? BITS.slip[slips]!
            : word.startsWith(plain) && word.length > plain.length
              ? BITS.cut
              : null;
        if (more !== null) found.push(...index.get(word)!.map((one) => ({ ...one, bits: one.bits + more })));
      }
    cache.set(plain, found);
    return found;
  };

  return {
    knows: (plain) => index.has(plain) || acronyms.has(plain),
    isWord: (plain) => index.has(plain) && !/^\d+$/.test(plain),
    isAlmost: (plain) => find(plain).length > 0,
    read(tokens, isFree) {
      /** For each title the chains that end at a word of the name, as long as they can grow. */
      interface Chain {
        bits: number;
        tokens: number[];
        /** Place of its last word in the title. */
        place: number;
        hasNumber: boolean;
      }
      const chains = new Map<number, Chain[]>();
      const free = tokens.map((_, i) => i).filter(isFree);
      const between = (from: number, to: number) =>
        free.filter((i) => i > from && i < to && !SMALL.has(tokens[i]!.plain)).length;
      for (const i of free) {
        const { plain } = tokens[i]!;
        const known = acronyms.get(plain);
        if (known)
          for (const work of known)
            chains.set(work, [
              ...(chains.get(work) ?? []),
              { bits: BITS.acronym, tokens: [i], place: works[work]!.words.length - 1, hasNumber: true },
            ]);
        for (const { which: work, place, bits } of find(plain)) {
          const isNumber = /^\d+$/.test(works[work]!.words[place]!);
          const ofWork = chains.get(work) ?? [];
          let best: Chain | null = null;
          for (const chain of ofWork) {
            if (chain.place >= place || chain.tokens.includes(i)) continue;
            const last = chain.tokens.at(-1)!;
            if (isNumber && between(last, i) > 0) continue;
            const gap = BITS.between * between(last, i) + BITS.skipped * (place - chain.place - 1);
            if (bits + gap > 0 && (!best || best.bits < chain.bits + bits + gap))
              best = {
                bits: chain.bits + bits + gap,
                tokens: [...chain.tokens, i],
                place,
                hasNumber: chain.hasNumber || isNumber,
              };
          }
          if (!best && !isNumber)
            best = { bits: bits + (place > 0 ? BITS.skippedFirst : 0), tokens: [i], place, hasNumber: false };
          if (best) chains.set(work, [...ofWork, best]);
        }
      }
      const readings = new Map<number, TitleReading>();
      for (const [work, found] of chains) {
        const { which, words: title } = works[work]!;
        // `week 3` is not for the assignment of week 2, nor is `week` alone where a 3 follows.
        const isOther = found.some(({ place, tokens: read }) => {
          const next = title[place + 1];
          const follower = tokens[read.at(-1)! + 1];
          if (next === undefined || !/^\d+$/.test(next) || !follower || !isFree(read.at(-1)! + 1))
            return false;
          const number = /^\d{1,2}$/.test(follower.plain) ? follower.plain : NUMBER_WORDS.get(follower.plain);
          return number !== undefined && Number(number) !== Number(next);
        });
        for (const chain of found) {
          const bits = chain.bits + (isOther ? BITS.wrongNumber : 0);
          const before = readings.get(which);
          if (!before || before.bits < bits) readings.set(which, { which, tokens: chain.tokens, bits });
        }
      }
      return [...readings.values()].filter(({ bits }) => bits > 0).sort((a, b) => b.bits - a.bits);
    },
  };
}

/** The words of texts that belong to the course itself: they are often there and tell nobody. */
export function wordsOfCourse(texts: readonly string[]): ReadonlySet<string> {
  return new Set(texts.flatMap((text) => wordsOfName(text.normalize('NFC')).map(({ raw }) => compact(raw))));
}
