import type { Instant } from '../ids';
import { wasAway, type Attendance } from '../submissions/stateOf';

/** What was settled for one student alone: another due time (null keeps their period's), or that the work is not asked of them. */
export interface OwnDue {
  due: Instant | null;
  excused: boolean;
}

/** When work is due for a period (null: not given to it), and when students saw it first; null is not yet. */
export interface PeriodDue {
  due: Instant | null;
  givenAt: Instant | null;
}

/**
 * When work is due for one student, and whether it is asked of them at all: their own settlement first, then their
 * period's due time, unless they were not in the course when it was asked: at the due time, or when it was given where that
 * was later. So work that is given with a due time in the past is asked of everybody who is there then. `due` is null where
 * it was not given to them.
 */
export function dueFor(
  { due: periodDue, givenAt }: PeriodDue,
  own: OwnDue | null,
  attendance: Attendance,
): { due: Instant | null; excused: boolean } {
  if (own) return { due: own.due ?? periodDue, excused: own.excused };
  if (periodDue === null) return { due: null, excused: false };
  const asked = givenAt !== null && givenAt > periodDue ? givenAt : periodDue;
  return { due: periodDue, excused: wasAway(asked, attendance) };
}
