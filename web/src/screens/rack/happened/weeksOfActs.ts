import { groupBy, sumActs, weekOf, type ActCounts, type Day } from '@vestibul/core';

/** What was done week by week (from Monday, ISO 8601), the newest first; a week in which nothing was is left out. */
export function weeksOfActs(days: readonly { of: string; counts: ActCounts }[]): {
  monday: Day;
  counts: ActCounts;
}[] {
  return [...groupBy(days, ({ of }) => weekOf(of as Day)[0]!)]
    .map(([monday, some]) => ({ monday, counts: sumActs(some) }))
    .toSorted((a, b) => (a.monday < b.monday ? 1 : -1));
}
