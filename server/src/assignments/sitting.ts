import {
  dueFor,
  fullName,
  type AssignmentId,
  type CourseId,
  type GroupId,
  type Instant,
  type PeriodDue,
  type PeriodId,
  type PersonId,
  type SubmissionId,
} from '@vestibul/core';
import { Failure } from '../platform/failure';
import { isVisible, type AssignmentRow } from './assignments';
import { all, one, type Database } from '../platform/database/database';
import { absencesOfOne } from '../courses/seats';
import { ownDueOf } from './ownDues';

export interface Sitting {
  studentId: PersonId;
  courseId: CourseId;
  periodId: PeriodId;
  periodLabel: string;
  period: number;
  groupId: GroupId | null;
  last: string;
  first: string;
  called: string;
  joinedAt: Instant;
  /** Set while they are away. */
  leftAt: Instant | null;
}

/** Where a student sits (or sat) in a course, and the name they sit there under. Fails with `not-allowed`. */
export function findSitting(db: Database, course: CourseId, student: PersonId): Sitting {
  const row = one<Sitting>(
    db,
    `SELECT e.student_id AS studentId, e.course_id AS courseId, h.id AS periodId, h.label AS periodLabel,
       h.number AS period, e.group_id AS groupId, p.last, p.first, p.called, e.joined_at AS joinedAt, e.left_at AS leftAt
     FROM enrolment e JOIN period h ON h.id = e.period_id JOIN person p ON p.id = e.student_id
     WHERE e.course_id = ? AND e.student_id = ?`,
    [course, student],
  );
  if (!row) throw new Failure('not-allowed');
  return row;
}

/**
 * When work is due for a student who may hand it in; fails with `not-given` where it is not given to their period or
 * group or is not to be seen yet, and with `left-course` for who has left.
 */
export function requireGiven(
  db: Database,
  assignment: Pick<AssignmentRow, 'id' | 'visibleAt'>,
  sitting: Sitting,
  now: Instant,
): { due: Instant; excused: boolean } {
  if (sitting.leftAt !== null) throw new Failure('left-course');
  const { due, excused } = dueForSitting(db, assignment.id, sitting);
  if (due === null || !isVisible(assignment, now) || !isForGroup(db, assignment.id, sitting.groupId))
    throw new Failure('not-given', { period: sitting.periodLabel });
  return { due, excused };
}

/** As `requireGiven`, for staff who place work with a student: fails with `has-left` and `not-given-to`. */
export function requireTaker(
  db: Database,
  assignment: Pick<AssignmentRow, 'id' | 'title' | 'visibleAt'>,
  sitting: Sitting,
  now: Instant,
): { due: Instant; excused: boolean } {
  try {
    return requireGiven(db, assignment, sitting, now);
  } catch (error) {
    if (!(error instanceof Failure)) throw error;
    if (error.code === 'left-course')
      throw new Failure('has-left', { name: fullName(sitting.first, sitting.last) });
    if (error.code === 'not-given')
      throw new Failure('not-given-to', { title: assignment.title, period: sitting.periodLabel });
    throw error;
  }
}

/** When work is due for somebody, and whether it is not asked of them. */
export function dueForSitting(
  db: Database,
  assignment: AssignmentId,
  sitting: Sitting,
): { due: Instant | null; excused: boolean } {
  const period = one<PeriodDue>(
    db,
    `SELECT d.due_at AS due, a.visible_at AS givenAt FROM assignment a
     LEFT JOIN assignment_due d ON d.assignment_id = a.id AND d.period_id = :period WHERE a.id = :assignment`,
    { assignment, period: sitting.periodId },
  )!;
  return dueFor(period, ownDueOf(db, assignment, sitting.studentId), {
    joinedAt: sitting.joinedAt,
    absences: absencesOfOne(db, sitting.courseId, sitting.studentId),
  });
}

/** Whether an assignment is for everybody, or for this small group. */
export function isForGroup(db: Database, assignment: AssignmentId, group: GroupId | null): boolean {
  const groups = all<{ id: GroupId }>(
    db,
    'SELECT group_id AS id FROM assignment_group WHERE assignment_id = ?',
    [assignment],
  );
  return groups.length === 0 || groups.some(({ id }) => id === group);
}

interface Standing {
  id: SubmissionId;
  /** The attempt that counts, 0 where none is left; and how many there were. */
  attempt: number;
  attempts: number;
  reviewedAt: Instant | null;
  handedBackAt: Instant | null;
}

export function findStanding(
  db: Database,
  assignment: AssignmentId,
  student: PersonId,
): Standing | undefined {
  return one<Standing>(
    db,
    `SELECT id, attempt, attempts, reviewed_at AS reviewedAt, handed_back_at AS handedBackAt FROM submission
     WHERE assignment_id = ? AND student_id = ?`,
    [assignment, student],
  );
}

/** Whether a course has a piece whose name a file system could take for this one. */
export function isPieceName(db: Database, course: CourseId, key: string): boolean {
  return one(db, 'SELECT 1 FROM piece WHERE course_id = ? AND name_key = ?', [course, key]) !== undefined;
}
