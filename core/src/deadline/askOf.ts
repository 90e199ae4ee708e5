import type { GroupId, Instant, PeriodId } from '../ids';
import type { Attendance } from '../submissions/stateOf';
import { dueFor, type OwnDue } from './dueFor';

/** An assignment as far as it tells whom it is asked of. */
export interface Asking {
  visibleAt: Instant | null;
  dues: readonly { periodId: PeriodId; due: Instant }[];
  /** The small groups it is for; none is for everybody. */
  groupIds: readonly GroupId[];
}

/** What is asked of one student. */
export interface Ask {
  due: Instant | null;
  excused: boolean;
  /** Whether it is given to them at all. */
  isGiven: boolean;
}

/** What of an assignment is asked of one student: whether it is given to their period and group, and when it is due for them. */
export function askOf(
  { visibleAt, dues, groupIds }: Asking,
  student: Attendance & { periodId: PeriodId; groupId: GroupId | null },
  own: OwnDue | null,
): Ask {
  const periodDue = dues.find(({ periodId }) => periodId === student.periodId)?.due ?? null;
  const isTheirs = groupIds.length === 0 || (student.groupId !== null && groupIds.includes(student.groupId));
  return {
    ...dueFor({ due: periodDue, givenAt: visibleAt }, own, student),
    isGiven: (periodDue !== null || own !== null) && isTheirs,
  };
}
