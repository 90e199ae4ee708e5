import type { NameWord } from './nameWords';

/** Numbers in words, each at its own place. */
export const CARDINALS = 'zero one two three four five six seven eight nine ten eleven twelve'.split(' ');
export const ORDINALS =
  'zeroth first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth'.split(' ');
const ENDINGS = new Set(['st', 'nd', 'rd', 'th']);

/** Words that stand before or behind the number of a period (common practice, no source). */
const PERIOD_WORDS = new Set([
  'p',
  'pd',
  'per',
  'period',
  'hour',
  'hr',
  'h',
  'block',
  'blk',
  'class',
  'section',
]);
/** Words before a number that is something else. */
const OTHER_NUMBERS = new Set([
  'v',
  'version',
  'draft',
  'week',
  'unit',
  'part',
  'page',
  'img',
  'dsc',
  'image',
  'scan',
  'copy',
  'attempt',
]);

/** A number in a name that can be its period's. */
export interface PeriodWords {
  number: number;
  /** The words that make it up, by their place among the words of the name. */
  words: number[];
  /** Spelled out or as an ordinal. */
  isSpelled: boolean;
  /** Said with a word for period, or at the very start. */
  isSure: boolean;
}

/** The number that a name gives for its period, or null. Any number up to 99 counts; whether there is such a period is for the caller to say. */
export function findPeriodWords(words: readonly NameWord[]): PeriodWords | null {
  const found: PeriodWords[] = [];
  words.forEach((word, i) => {
    const spelled = Math.max(CARDINALS.indexOf(word.plain), ORDINALS.indexOf(word.plain));
    const isNumber = /^\d{1,2}$/.test(word.plain);
    if (spelled < 0 && !isNumber) return;
    const used = [i];
    const [before, after] = [words[i - 1], words[i + 1]];
    const isOrdinal =
      isNumber && after !== undefined && ENDINGS.has(after.plain) && after.at === word.at + word.raw.length;
    if (isOrdinal) used.push(i + 1);
    const behind = isOrdinal ? words[i + 2] : after;
    let isSaid = false;
    if (before && PERIOD_WORDS.has(before.plain)) {
      used.push(i - 1);
      isSaid = true;
    } else if (behind && PERIOD_WORDS.has(behind.plain) && behind.plain.length > 1) {
      used.push(isOrdinal ? i + 2 : i + 1);
      isSaid = true;
    }
    if (!isSaid && before && OTHER_NUMBERS.has(before.plain)) return;
    found.push({
      number: spelled >= 0 ? spelled : Number(word.plain),
      words: used,
      isSpelled: spelled >= 0 || isOrdinal,
      isSure: isSaid || i === 0,
    });
  });
  return found.find(({ isSure }) => isSure) ?? (found.length === 1 ? found[0]! : null);
}
