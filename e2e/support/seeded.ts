/** Numbers that look like chance and are the same in every run (mulberry32). */
export function seeded(seed: number): (least: number, most: number) => number {
  let state = seed;
  return (least, most) => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return least + Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32) * (most - least));
  };
}

/** That many bytes of them. */
export function seededBytes(seed: number, length: number): Buffer {
  const next = seeded(seed);
  return Buffer.from(Uint8Array.from({ length }, () => next(0, 256)));
}
