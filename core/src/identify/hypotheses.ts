import type { Option } from './readOptions';
import type { WordReading } from './weighPeople';

/** One answer to whose it is and what it is for. */
export interface Hypothesis {
  who: readonly number[];
  title: number | null;
  bits: number;
  readings: readonly WordReading[];
  option: Option;
  /** Whether it is asked about however likely it is. */
  isUnclear: boolean;
}

/** The probability of each answer, the likeliest first; `first` is the best way to it. */
export function addUp<Key>(
  all: readonly Hypothesis[],
  keyOf: (one: Hypothesis) => Key,
): { share: number; first: Hypothesis }[] {
  const most = all.reduce((high, { bits }) => Math.max(high, bits), -Infinity);
  const sums = new Map<Key, { share: number; first: Hypothesis }>();
  let total = 0;
  for (const one of all) {
    const weight = 2 ** (one.bits - most);
    total += weight;
    const key = keyOf(one);
    const before = sums.get(key);
    if (before) {
      before.share += weight;
      if (one.bits > before.first.bits) before.first = one;
    } else sums.set(key, { share: weight, first: one });
  }
  const shares = [...sums.values()];
  for (const one of shares) one.share /= total;
  return shares.sort((a, b) => b.share - a.share);
}
