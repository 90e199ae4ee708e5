/** How scores are spread: all of it in the unit of what was given. */
export interface Spread {
  count: number;
  least: number;
  /** A quarter are no higher. */
  lower: number;
  /** Half are no higher: the median. */
  middle: number;
  /** A quarter are no lower. */
  upper: number;
  most: number;
  mean: number;
  /** The sample's, by n − 1; null for a single one. */
  deviation: number | null;
}

/** How some scores are spread; null where there are none. Quarters lie between two neighbours in proportion (R, type 7). */
export function spreadOf(values: readonly number[]): Spread | null {
  if (values.length === 0) return null;
  const sorted = values.toSorted((a, b) => a - b);
  const count = sorted.length;
  const mean = sorted.reduce((sum, value) => sum + value, 0) / count;
  const squares = sorted.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  return {
    count,
    least: sorted[0]!,
    lower: quantile(sorted, 0.25),
    middle: quantile(sorted, 0.5),
    upper: quantile(sorted, 0.75),
    most: sorted[count - 1]!,
    mean,
    deviation: count === 1 ? null : Math.sqrt(squares / (count - 1)),
  };
}

function quantile(sorted: readonly number[], part: number): number {
  const place = (sorted.length - 1) * part;
  const before = Math.floor(place);
  const [low, high] = [sorted[before]!, sorted[Math.min(before + 1, sorted.length - 1)]!];
  return low + (high - low) * (place - before);
}
