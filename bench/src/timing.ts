/** The middle one of some figures: a single slow run says nothing. */
export const middle = (figures: readonly number[]): number =>
  [...figures].sort((a, b) => a - b)[Math.floor(figures.length / 2)]!;

/** Milliseconds that each of some runs took, the middle one. */
export async function median(runs: number, work: () => unknown): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const started = performance.now();
    await work();
    times.push(performance.now() - started);
  }
  return middle(times);
}

export const round = (value: number, digits = 1) => value.toFixed(digits);
