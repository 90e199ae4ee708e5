import { CARDINALS, ORDINALS } from '../text/numerals';
import { slipsBetween } from './likeness';
import type { NameToken } from './nameTokens';

/** Numbers as the Romans wrote them, each at its own place. */
export const ROMAN = ['', 'i', 'ii', 'iii', 'iv', 'v', 'vi', 'vii', 'viii', 'ix', 'x', 'xi', 'xii'];
const ENDINGS = new Set(['st', 'nd', 'rd', 'th', 'er', 'e', 'o', 'a']);
/** Words that stand before or behind the number of a period (common practice, no source). */
export const PERIOD_WORDS = new Set(
  'p pd per prd period periods perd hour hr hrs h block blk bl class cls section sec slot lesson band set group grp form mod 第 班 节 節 組 限 교시 반'.split(
    ' ',
  ),
);
const SHORTEST_SLIPPED = 5;

/** What a name says of the period. */
export interface PeriodSaid {
  number: number;
  /** Places of its words. */
  tokens: readonly number[];
  /** 'said': with a word for it, or at the very start; 'ordinal': third; 'bare': a number that can be anything. */
  how: 'said' | 'ordinal' | 'bare';
  /** Whether it stands at the head of the name as rules write it: `7-`, `7_`. */
  isHead: boolean;
}

/** The number that words give for a period, among those that there are; those `isTaken` mean something else. */
export function periodSaid(
  tokens: readonly NameToken[],
  isTaken: (place: number) => boolean,
  periods: ReadonlySet<number>,
): PeriodSaid | null {
  let found: PeriodSaid | null = null;
  const offer = (one: Omit<PeriodSaid, 'isHead'>) => {
    const isHead =
      one.tokens.join() === '0' && /^\d/.test(tokens[0]!.plain) && /^[-_]$/.test(tokens[1]?.gap ?? '');
    const said = { ...one, isHead };
    const rank = { said: 0, ordinal: 1, bare: 2 };
    if (!found || rank[said.how] < rank[found.how]) found = said;
  };
  tokens.forEach((token, i) => {
    if (isTaken(i)) return;
    const { plain } = token;
    const ordinal = ORDINALS.indexOf(plain);
    const cardinal = CARDINALS.indexOf(plain);
    const roman = ROMAN.indexOf(plain);
    const isDigits = /^\d{1,2}$/.test(plain);
    if (ordinal < 1 && cardinal < 1 && roman < 1 && !isDigits) return;
    const number = isDigits ? Number(plain) : Math.max(ordinal, cardinal, roman);
    if (!periods.has(number)) return;
    const places = [i];
    const after = tokens[i + 1];
    const isNumbered = isDigits && after?.gap === '' && ENDINGS.has(after.plain);
    if (isNumbered) places.push(i + 1);
    const next = i + (isNumbered ? 2 : 1);
    const isWordAt = (place: number) => {
      const word = tokens[place];
      return (
        word !== undefined &&
        (PERIOD_WORDS.has(word.plain) ||
          (word.plain.length >= SHORTEST_SLIPPED && slipsBetween(word.plain, 'period') !== null))
      );
    };
    if (isWordAt(i - 1)) return offer({ number, tokens: [...places, i - 1], how: 'said' });
    if (isWordAt(next) && (tokens[next]!.plain.length > 1 || isNumbered))
      return offer({ number, tokens: [...places, next], how: 'said' });
    if (roman > 0 && !isDigits) return;
    if (isDigits && !isNumbered) {
      if (i > 0 && token.gap === '' && /\p{L}$/u.test(tokens[i - 1]!.raw) && tokens[i - 1]!.plain.length > 3)
        return;
      return offer({ number, tokens: places, how: i === 0 ? 'said' : 'bare' });
    }
    if (ordinal > 0 || isNumbered) return offer({ number, tokens: places, how: 'ordinal' });
  });
  return found;
}
