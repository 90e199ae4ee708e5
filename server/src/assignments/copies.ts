import { nameKey, type AssignmentId, type CourseId, type LocalTime, type PersonId } from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import { listPeriods } from '../courses/periods';
import { all, one, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import type { School } from '../platform/School';
import { findAssignment, makeAssignment, type AssignmentRow } from './assignments';

/** Copies of assignments of this or another course, as drafts, due at the same times in periods of the same number. */
export function copyAssignments(
  school: School,
  by: PersonId,
  course: CourseId,
  ids: readonly AssignmentId[],
): number {
  return together(school.db, () => {
    const { db } = school;
    const byNumber = new Map(listPeriods(db, course).map((period) => [period.number, period.id]));
    for (const from of new Set(ids)) {
      const source = findAssignment(db, from);
      const dues = all<{ number: number; dueLocal: LocalTime }>(
        db,
        `SELECT h.number, d.due_local AS dueLocal FROM assignment_due d JOIN period h ON h.id = d.period_id
         WHERE d.assignment_id = ? ORDER BY h.number`,
        [from],
      ).flatMap(({ number, dueLocal }) => {
        const periodId = byNumber.get(number);
        return periodId ? [{ periodId, dueLocal }] : [];
      });
      const id = copyOne(school, by, course, source, dues);
      writeEvent(school, by, 'assignment copied', { course, assignment: id }, { from });
    }
    return new Set(ids).size;
  });
}

/** The part of copying that a new year shares: a draft with a title that is free. Inside the caller's transaction. */
export function copyOne(
  school: School,
  by: PersonId,
  course: CourseId,
  source: Omit<AssignmentRow, 'id' | 'courseId' | 'visibleAt'>,
  dues: BodyOf<'makeAssignment'>['dues'],
): AssignmentId {
  let title = source.title;
  for (let n = 2; isTitle(school.db, course, title); n += 1) title = `${source.title} (${n})`;
  return makeAssignment(school, by, course, {
    ...source,
    title,
    dues,
    groupIds: [],
    visible: { when: 'draft' },
  });
}

function isTitle(db: Database, course: CourseId, title: string): boolean {
  return (
    one(db, 'SELECT 1 FROM assignment WHERE course_id = ? AND title_key = ?', [course, nameKey(title)]) !==
    undefined
  );
}
