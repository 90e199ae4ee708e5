import {
  localToInstant,
  nameKey,
  type AssignmentId,
  type CourseId,
  type Instant,
  type PeriodId,
  type PersonId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../failure';
import { newId, timeZoneOf, type School } from '../school';
import { one, run, together, type Database } from './database';
import { listAssignments, listPeriods } from './courses';
import { writeEvent } from './ledger';

type Body = BodyOf<'makeAssignment'>;

export function makeAssignment(school: School, by: PersonId, course: CourseId, body: Body): AssignmentId {
  return together(school.db, () => {
    const id = newId<AssignmentId>('a');
    requireFreeTitle(school.db, course, body.title, id);
    run(
      school.db,
      `INSERT INTO assignment (id, course_id, title, title_key, short_name, directions, created_at)
       VALUES (:id, :course, :title, :key, :shortName, :directions, :at)`,
      {
        id,
        course,
        title: body.title,
        key: nameKey(body.title),
        shortName: body.shortName,
        directions: body.directions,
        at: school.now(),
      },
    );
    const dues = writeDues(school, course, id, body.dues);
    writeEvent(school, by, 'assignment made', { course, assignment: id }, { dues });
    return id;
  });
}

/** Changes an assignment. What was turned in keeps the lateness it was given at the time. */
export function changeAssignment(school: School, by: PersonId, id: AssignmentId, body: Body): void {
  together(school.db, () => {
    const { courseId } = findAssignment(school.db, id);
    requireFreeTitle(school.db, courseId, body.title, id);
    run(
      school.db,
      `UPDATE assignment SET title = :title, title_key = :key, short_name = :shortName, directions = :directions
       WHERE id = :id`,
      {
        id,
        title: body.title,
        key: nameKey(body.title),
        shortName: body.shortName,
        directions: body.directions,
      },
    );
    run(school.db, 'DELETE FROM assignment_due WHERE assignment_id = ?', [id]);
    const dues = writeDues(school, courseId, id, body.dues);
    writeEvent(school, by, 'assignment changed', { course: courseId, assignment: id }, { dues });
  });
}

export interface AssignmentRow {
  id: AssignmentId;
  courseId: CourseId;
  title: string;
  shortName: string;
  directions: string;
}

export function findAssignment(db: Database, id: AssignmentId): AssignmentRow {
  const row = one<AssignmentRow>(
    db,
    'SELECT id, course_id AS courseId, title, short_name AS shortName, directions FROM assignment WHERE id = ?',
    [id],
  );
  if (!row) throw new Failure('not-found');
  return row;
}

export function readAssignment(db: Database, id: AssignmentId): AnswerOf<'readAssignment'> {
  const { courseId, ...row } = findAssignment(db, id);
  return { ...row, dues: listAssignments(db, courseId).find((known) => known.id === id)!.dues };
}

/** When an assignment is due for a period; null when it has no due time there. */
export function dueFor(db: Database, assignment: AssignmentId, period: PeriodId): Instant | null {
  const row = one<{ due: Instant }>(
    db,
    'SELECT due_at AS due FROM assignment_due WHERE assignment_id = ? AND period_id = ?',
    [assignment, period],
  );
  return row?.due ?? null;
}

function requireFreeTitle(db: Database, course: CourseId, title: string, self: AssignmentId): void {
  const other = one<{ id: AssignmentId }>(
    db,
    'SELECT id FROM assignment WHERE course_id = ? AND title_key = ?',
    [course, nameKey(title)],
  );
  if (other && other.id !== self) throw new Failure('assignment-exists', { title });
}

function writeDues(
  school: School,
  course: CourseId,
  assignment: AssignmentId,
  dues: Body['dues'],
): { period: PeriodId; due: Instant }[] {
  const zone = timeZoneOf(school.db);
  const periods = new Set(listPeriods(school.db, course).map((period) => period.id));
  return dues.map(({ periodId, dueLocal }) => {
    if (!periods.has(periodId)) throw new Failure('not-found', { what: 'period' });
    const due = localToInstant(dueLocal, zone);
    run(
      school.db,
      'INSERT INTO assignment_due (assignment_id, period_id, due_local, due_at) VALUES (?, ?, ?, ?)',
      [assignment, periodId, dueLocal, due],
    );
    return { period: periodId, due };
  });
}
