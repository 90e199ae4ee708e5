import { sayName } from '../../../parts/ui/format';
import type { Alike } from '../../../state/api';

export type Pair = Alike['pairs'][number];

/** How much of two works is the same, and nothing of how that came. Part of it is never told as all. */
export function sayHowMuch({ alike, same }: Pick<Pair, 'alike' | 'same'>): string {
  if (same) return 'the same file';
  const percent = Math.round(alike * 100);
  return percent >= 100 ? (alike >= 1 ? 'the same text' : '99 % the same') : `${percent} % the same`;
}

/** Whose work it is, and where it lies if not here. */
export const sayWhose = ({ student, period, elsewhere }: Pair['a']): string =>
  [sayName(student), elsewhere ? `${elsewhere.course} ${elsewhere.year}` : period]
    .filter(Boolean)
    .join(' · ');

/** What a pair is named by in an address. */
export const pairKey = ({ a, b }: Pair): string => `${a.pieceId} ${b.pieceId}`;
