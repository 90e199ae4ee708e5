import type { Instant } from '../ids';
import { wasAway, type Attendance } from '../submissions/stateOf';

/** What was settled for one student alone: another due time (null keeps their period's), or that the work is not asked of them. */
export interface OwnDue {
  due: Instant | null;
  excused: boolean;
}

/**
 * When work is due for one student, and whether it is asked of them at all: their own settlement first, then their
 * period's due time, unless it passed while they were not in the course. `due` is null where it was not given to them.
 */
export function dueFor(
  periodDue: Instant | null,
  own: OwnDue | null,
  attendance: Attendance,
): { due: Instant | null; excused: boolean } {
  if (own) return { due: own.due ?? periodDue, excused: own.excused };
  if (periodDue === null) return { due: null, excused: false };
  return { due: periodDue, excused: wasAway(periodDue, attendance) };
}
