import {
  groupBy,
  mostPoints,
  type AssignmentId,
  type CourseId,
  type GroupId,
  type Instant,
  type LocalTime,
  type PeriodId,
  type Scoring,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { all, type Database } from '../platform/database/database';

interface DueRow {
  assignmentId: AssignmentId;
  periodId: PeriodId;
  due: Instant;
  dueLocal: LocalTime;
}

export type ListedAssignment = AnswerOf<'readCourse'>['assignments'][number];

/** SQL: whether assignment `a` is for the small group of enrolment `e`; one without groups is for everybody. */
export const isForTheirGroup = `(NOT EXISTS (SELECT 1 FROM assignment_group g WHERE g.assignment_id = a.id)
  OR EXISTS (SELECT 1 FROM assignment_group g WHERE g.assignment_id = a.id AND g.group_id = e.group_id))`;

/** A course's assignments with their due times, the one due first at the head. */
export function listAssignments(db: Database, course: CourseId): ListedAssignment[] {
  const dues = groupBy(
    all<DueRow>(
      db,
      `SELECT d.assignment_id AS assignmentId, d.period_id AS periodId, d.due_at AS due, d.due_local AS dueLocal
       FROM assignment a JOIN assignment_due d ON d.assignment_id = a.id JOIN period h ON h.id = d.period_id
       WHERE a.course_id = ? ORDER BY h.number`,
      [course],
    ),
    (due) => due.assignmentId,
  );
  const groups = groupBy(
    all<{ assignmentId: AssignmentId; groupId: GroupId }>(
      db,
      `SELECT g.assignment_id AS assignmentId, g.group_id AS groupId
       FROM assignment a JOIN assignment_group g ON g.assignment_id = a.id WHERE a.course_id = ?`,
      [course],
    ),
    (row) => row.assignmentId,
  );
  const rows = all<
    Omit<ListedAssignment, 'dues' | 'groupIds' | 'holds' | 'mostPoints'> & {
      createdAt: Instant;
      holds: number;
      scoring: string;
    }
  >(
    db,
    `SELECT id, title, short_name AS shortName, unit, grace_minutes AS graceMinutes, holds, afterwards, off_rule AS offRule, visible_at AS visibleAt,
       scoring, created_at AS createdAt FROM assignment WHERE course_id = ?`,
    [course],
  );
  const firstDue = (id: AssignmentId, createdAt: string) =>
    dues.get(id)?.reduce((first, { due }) => (due < first ? due : first), '9999') ?? createdAt;
  return rows
    .toSorted((a, b) => (firstDue(a.id, a.createdAt) < firstDue(b.id, b.createdAt) ? -1 : 1))
    .map(({ createdAt: _at, holds, scoring, ...assignment }) => ({
      ...assignment,
      mostPoints: mostPoints(JSON.parse(scoring) as Scoring),
      holds: holds === 1,
      groupIds: (groups.get(assignment.id) ?? []).map((row) => row.groupId),
      dues: (dues.get(assignment.id) ?? []).map(({ assignmentId: _id, ...due }) => due),
    }));
}
