import { mayKeepAccount, type CourseId, type Keeper, type PeriodId, type PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { all, together } from '../platform/database/database';
import { nameColumns, signInNameOf, type PersonName } from '../school/people';
import { accountFacts, makeSlip } from '../sign-in/accounts';

type Slips = AnswerOf<'makeSlips'>;
type Why = Slips['without'][number]['why'];

/**
 * A slip for every student of a course, or of some of its periods, with a code with which they choose a password; and who
 * gets none, with the reason.
 */
export function makeSlips(
  school: School,
  { by, keeper }: { by: PersonId; keeper: Keeper },
  course: CourseId,
  periods: readonly PeriodId[],
): Slips {
  const { db } = school;
  return together(db, () => {
    const made: Slips = { slips: [], without: [] };
    const students = all<PersonName & { periodId: PeriodId; hasPassword: number; isClosed: number }>(
      db,
      `SELECT ${nameColumns}, e.period_id AS periodId, p.password_hash IS NOT NULL AS hasPassword,
         p.closed_at IS NOT NULL AS isClosed
       FROM enrolment e JOIN person p ON p.id = e.student_id WHERE e.course_id = ? AND e.left_at IS NULL
       ORDER BY p.sort_key, p.id`,
      [course],
    );
    for (const { hasPassword, isClosed, ...student } of students) {
      if (periods.length > 0 && !periods.includes(student.periodId)) continue;
      const signInName = signInNameOf(db, student.id);
      const why: Why | null =
        hasPassword === 1
          ? 'has a password'
          : isClosed === 1
            ? 'account closed'
            : !mayKeepAccount(keeper, accountFacts(db, course, student.id))
              ? 'of the office'
              : signInName === ''
                ? 'no name to sign in with'
                : null;
      if (why) made.without.push({ ...student, why });
      else made.slips.push({ ...student, signInName, ...makeSlip(school, by, student.id) });
    }
    return made;
  });
}
