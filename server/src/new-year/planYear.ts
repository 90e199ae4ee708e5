import { moveToYear, type CourseId, type PersonId, type YearId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { listAssignments } from '../assignments/assignmentList';
import { one } from '../platform/database/database';
import { listPeriods } from '../courses/periods';
import { coursesToBegin, findYear, requireOpenYear } from '../school/years';

/** What beginning a year from another would bring, with every due time moved to the same weekday. Writes nothing. */
export function planYear(
  school: School,
  to: YearId,
  from: YearId,
  person: { id: PersonId; standing: string },
): AnswerOf<'planYear'> {
  const { db } = school;
  const [target, source] = [findYear(db, to), findYear(db, from)];
  requireOpenYear(school, target);
  const count = (sql: string, course: CourseId) => one<{ n: number }>(db, sql, [course])!.n;
  return {
    courses: coursesToBegin(db, from, person).map(({ id, title }) => ({
      id,
      title,
      isThere: one(db, 'SELECT 1 FROM course WHERE year_id = ? AND title = ?', [to, title]) !== undefined,
      periods: listPeriods(db, id).map(({ id: periodId, number, label, enamel }) => ({
        id: periodId,
        number,
        label,
        enamel,
      })),
      groups: count(
        'SELECT COUNT(*) AS n FROM period h JOIN student_group g ON g.period_id = h.id WHERE h.course_id = ?',
        id,
      ),
      blanks: count('SELECT COUNT(*) AS n FROM blank WHERE course_id = ? AND put_away_at IS NULL', id),
      assignments: listAssignments(db, id).map((assignment) => ({
        id: assignment.id,
        title: assignment.title,
        dues: assignment.dues.map(({ periodId, dueLocal }) => ({
          periodId,
          was: dueLocal,
          dueLocal: moveToYear(dueLocal, source.startsOn, target.startsOn),
        })),
      })),
    })),
  };
}
