/** Which attempt counts, as the assignment says: the last that was in time, the last, or the one with the best score. */
export const countings = ['last in time', 'last', 'best'] as const;
export type Counting = (typeof countings)[number];

export interface AttemptFacts {
  /** From 1, in the order in which they were turned in. */
  n: number;
  lateMs: number;
  /** Whether it was taken back by its student or sent back by the teacher: it stays on the record and counts no more. */
  isGone: boolean;
  /** What counts of its score, once it came back; null where nothing is scored yet. */
  score: number | null;
}

/**
 * The attempt that counts, or null where none is left.
 *
 * `last in time`: the last one that is not late; where all are late, the last. `best`: the one of whose score most counts, of equal ones
 * the later; an attempt that is newer than the last scored one comes first, since it is still to be scored.
 */
export function countingAttempt<Attempt extends AttemptFacts>(
  attempts: readonly Attempt[],
  counting: Counting,
): Attempt | null {
  const standing = attempts.filter((attempt) => !attempt.isGone).toSorted((a, b) => b.n - a.n);
  const last = standing[0];
  if (!last) return null;
  switch (counting) {
    case 'last':
      return last;
    case 'last in time':
      return standing.find((attempt) => attempt.lateMs === 0) ?? last;
    case 'best':
      if (last.score === null) return last;
      return standing.reduce((best, attempt) =>
        (attempt.score ?? -Infinity) > (best.score ?? -Infinity) ? attempt : best,
      );
  }
}
