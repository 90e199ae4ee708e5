import {
  countActs,
  dayOfQuarter,
  kindOfAct,
  QUARTER_SECONDS,
  type CountedLines,
  type CourseId,
} from '@vestibul/core';
import type { AnswerOf, QueryOf } from '@vestibul/contract';
import { all, type Database } from '../platform/database/database';
import { readSchool } from '../school/facts';
import { spanOfDays } from '../school/spanOfDays';

/** By what lines are counted, in SQL. */
const counted = {
  day: `unixepoch(e.at) / ${QUARTER_SECONDS}`,
  student: 'e.student_id',
  assignment: 'e.assignment_id',
} as const;

const kinds = JSON.stringify(Object.values(kindOfAct));

/** What was done in a course, from its ledger: by the days of the school, by student, or by assignment. */
export function readHappened(
  db: Database,
  course: CourseId,
  { by, from, to, periods }: QueryOf<'readHappened'>,
): AnswerOf<'readHappened'>['rows'] {
  const zone = readSchool(db)?.timeZone ?? 'UTC';
  const { since, until } = spanOfDays(from, to, zone);
  const lines = all<CountedLines<string>>(
    db,
    `SELECT ${counted[by]} AS of, e.kind, COUNT(*) AS count
     FROM event e JOIN enrolment n ON n.course_id = e.course_id AND n.student_id = e.student_id
     WHERE e.course_id = :course AND e.at >= :since AND e.at < :until
       AND e.kind IN (SELECT value FROM json_each(:kinds))
       AND (:periods IS NULL OR n.period_id IN (SELECT value FROM json_each(:periods)))
       AND ${counted[by]} IS NOT NULL
     GROUP BY 1, 2 ORDER BY 1, 2`,
    {
      course,
      since: since ?? '',
      until: until ?? '~',
      kinds,
      periods: periods ? JSON.stringify(periods) : null,
    },
  );
  return countActs(
    by === 'day' ? lines.map((line) => ({ ...line, of: dayOfQuarter(Number(line.of), zone) })) : lines,
  );
}
