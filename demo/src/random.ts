/** A repeatable source of chance (mulberry32): the same seed gives the same school. */
export interface Chance {
  /** From 0 up to 1. */
  next: () => number;
  /** A whole number from `low` to `high`, both included. */
  between: (low: number, high: number) => number;
  pick: <Item>(items: readonly Item[]) => Item;
  /** True in `share` of all cases. */
  happens: (share: number) => boolean;
}

export function makeChance(seed: number): Chance {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  const between = (low: number, high: number) => low + Math.floor(next() * (high - low + 1));
  return {
    next,
    between,
    pick: (items) => items[between(0, items.length - 1)]!,
    happens: (share) => next() < share,
  };
}
