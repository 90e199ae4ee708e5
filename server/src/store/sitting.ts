import {
  instantToLocal,
  type AssignmentId,
  type CourseId,
  type Instant,
  type NameValues,
  type PeriodId,
  type PersonId,
  type SubmissionId,
} from '@vestibul/core';
import { Failure } from '../failure';
import { dueFor, type AssignmentRow } from './assignments';
import { one, type Database } from './database';
import { personValues } from './folders';

export interface Sitting {
  periodId: PeriodId;
  periodLabel: string;
  period: number;
  last: string;
  first: string;
  called: string;
}

/** Where a student sits in a course, and the name they sit there under. */
export function findSitting(db: Database, course: CourseId, student: PersonId): Sitting {
  const row = one<Sitting>(
    db,
    `SELECT h.id AS periodId, h.label AS periodLabel, h.number AS period, p.last, p.first, p.called
     FROM enrolment e JOIN period h ON h.id = e.period_id JOIN person p ON p.id = e.student_id
     WHERE e.course_id = ? AND e.student_id = ?`,
    [course, student],
  );
  if (!row) throw new Failure('not-allowed');
  return row;
}

/** When work is due for a student. An assignment is given to the periods that have a due time; else it is `not-given`. */
export function requireGiven(db: Database, assignment: AssignmentId, sitting: Sitting): Instant {
  const due = dueFor(db, assignment, sitting.periodId);
  if (due === null) throw new Failure('not-given', { period: sitting.periodLabel });
  return due;
}

interface Standing {
  id: SubmissionId;
  attempt: number;
}

export function findStanding(
  db: Database,
  assignment: AssignmentId,
  student: PersonId,
): Standing | undefined {
  return one<Standing>(db, 'SELECT id, attempt FROM submission WHERE assignment_id = ? AND student_id = ?', [
    assignment,
    student,
  ]);
}

/** What the file rule is filled with for a student's next attempt at an assignment. */
export function fileValues(
  sitting: Sitting,
  assignment: Pick<AssignmentRow, 'title' | 'shortName'>,
  attempt: number,
  now: Instant,
  zone: string,
): NameValues {
  return {
    ...personValues(sitting),
    assignment: assignment.shortName || assignment.title,
    date: instantToLocal(now, zone).slice(0, 10),
    attempt,
  };
}

/** Whether a course has a piece whose name a file system could take for this one. */
export function isPieceName(db: Database, course: CourseId, key: string): boolean {
  return one(db, 'SELECT 1 FROM piece WHERE course_id = ? AND name_key = ?', [course, key]) !== undefined;
}
