import { instantToLocal, toInstant } from '@vestibul/core';
import type { Course } from '../../../state/api';

type Term = Course['year']['terms'][number];

/** The term that is going on, or the last that began; null before the first, and where a year has none. */
export function termNow<One extends Pick<Term, 'startsOn' | 'endsOn'>>(
  terms: readonly One[],
  now: number,
  zone: string,
): One | null {
  const today = instantToLocal(toInstant(now), zone).slice(0, 10);
  return (
    terms
      .filter(({ startsOn }) => startsOn <= today)
      .toSorted((a, b) => (a.startsOn < b.startsOn ? 1 : -1))[0] ?? null
  );
}
