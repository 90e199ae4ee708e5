/** Milliseconds that each of some runs took, the middle one: a single slow run says nothing. */
export async function median(runs: number, work: () => unknown): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const started = performance.now();
    await work();
    times.push(performance.now() - started);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

export const round = (value: number, digits = 1) => value.toFixed(digits);
