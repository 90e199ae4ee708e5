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

/** How much of the probability goes to the sides alike where they do not fit together (an estimate). */
const OPEN = 0.9;

/**
 * Where what is known of a piece does not fit together, the model of it is wrong somewhere: what it makes of one side says
 * little. So most of the probability is shared alike by those whom something says; somebody who is not on the roster has a
 * side where something says so.
 */
export function leaveOpen(
  settled: { shares: Map<number, number>; nobody: number; confidence: number },
  sides: readonly number[],
  hasStranger: boolean,
): void {
  const named = new Set(sides);
  const each = OPEN / (named.size + Number(hasStranger));
  for (const [who, share] of settled.shares)
    settled.shares.set(who, share * (1 - OPEN) + (named.has(who) ? each : 0));
  for (const who of named) if (!settled.shares.has(who)) settled.shares.set(who, each);
  settled.nobody = settled.nobody * (1 - OPEN) + (hasStranger ? each : 0);
  settled.confidence = Math.max(settled.nobody, ...settled.shares.values());
}
