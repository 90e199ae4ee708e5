import { addDays, localToInstant, type Day, type Instant, type LocalTime } from '@vestibul/core';

/** The moments from which and before which something is on days of the school, both included; undefined where it is open. */
export function spanOfDays(
  from: Day | undefined,
  to: Day | undefined,
  zone: string,
): { since: Instant | undefined; until: Instant | undefined } {
  const startOf = (day: Day) => localToInstant(`${day}T00:00` as LocalTime, zone);
  return { since: from && startOf(from), until: to && startOf(addDays(to, 1)) };
}
