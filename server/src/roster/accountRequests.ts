import {
  sha256Hex,
  type AccountRequestId,
  type CourseId,
  type Instant,
  type PeriodId,
  type PersonId,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf, type BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { issueLink } from '../sign-in/accounts';
import { seatOf } from '../courses/seats';
import { changeStudent } from './attendance';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { nameColumns, nameOf, signInNameOf, type PersonName } from '../school/people';

/** Asks the office to change somebody's account, or for links; the same open question once. */
export function askOffice(
  school: School,
  by: PersonId,
  course: CourseId,
  { studentId, wish }: BodyOf<'askOffice'>,
): void {
  together(school.db, () => {
    const { db } = school;
    const here =
      studentId === null ||
      one(db, 'SELECT 1 FROM enrolment WHERE course_id = ? AND student_id = ?', [course, studentId]);
    if (!here) throw new Failure('not-here');
    const text = wish && JSON.stringify(wish);
    const known = one(
      db,
      `SELECT 1 FROM account_request WHERE course_id = ? AND student_id IS ? AND wish IS ? AND settled_at IS NULL`,
      [course, studentId, text],
    );
    if (known) return;
    run(
      db,
      'INSERT INTO account_request (id, at, by_id, course_id, student_id, wish) VALUES (?, ?, ?, ?, ?, ?)',
      [newId<AccountRequestId>('r'), school.now(), by, course, studentId, text],
    );
    writeEvent(
      school,
      by,
      'office asked',
      { course, ...(studentId ? { person: studentId } : {}) },
      { for: wish ? 'change' : 'link', ...(text ? { wishSha256: sha256Hex(text) } : {}) },
    );
  });
}

interface RequestRow {
  id: AccountRequestId;
  at: Instant;
  byId: PersonId;
  courseId: CourseId;
  courseTitle: string;
  studentId: PersonId | null;
  wish: string | null;
}

const requestQuery = `SELECT r.id, r.at, r.by_id AS byId, r.course_id AS courseId, c.title AS courseTitle,
    r.student_id AS studentId, r.wish FROM account_request r JOIN course c ON c.id = r.course_id`;

const nameAndContact = (db: Database, id: PersonId) =>
  one<PersonName & { email: string; username: string; number: string }>(
    db,
    `SELECT ${nameColumns}, p.email, p.username, p.number FROM person p WHERE p.id = ?`,
    [id],
  )!;

/** What teachers ask the office for, the oldest first. */
export function listAccountRequests(db: Database): AnswerOf<'listAccountRequests'> {
  return all<RequestRow>(
    db,
    `${requestQuery} WHERE r.settled_at IS NULL ORDER BY r.at LIMIT ${PAGE_SIZE}`,
  ).map(({ byId, studentId, wish, ...row }) => ({
    ...row,
    by: nameAndContact(db, byId),
    student: studentId && nameAndContact(db, studentId),
    wish: wish === null ? null : (JSON.parse(wish) as BodyOf<'askOffice'>['wish']),
  }));
}

/**
 * Grants or declines what a teacher asked for: changes the account, or makes the links. Fails with `already-settled`, and as
 * the change itself does.
 */
export function settleRequest(
  school: School,
  by: PersonId,
  id: AccountRequestId,
  grants: boolean,
): AnswerOf<'settleAccountRequest'> {
  return together(school.db, () => {
    const { db } = school;
    const row = one<RequestRow>(db, `${requestQuery} WHERE r.id = ? AND r.settled_at IS NULL`, [id]);
    if (!row) throw new Failure('already-settled');
    run(
      db,
      'UPDATE account_request SET settled_at = :at, settled_by = :by, granted = :granted WHERE id = :id',
      { id, by, at: school.now(), granted: grants ? 1 : 0 },
    );
    const about = { course: row.courseId, ...(row.studentId ? { person: row.studentId } : {}) };
    writeEvent(school, by, 'office answered', about, { granted: grants });
    if (!grants) return { links: [] };
    if (row.wish !== null && row.studentId) {
      const wish = JSON.parse(row.wish) as NonNullable<BodyOf<'askOffice'>['wish']>;
      const { periodId } = seatOf(db, row.courseId, row.studentId)!;
      changeStudent(school, { by, keeper: 'office' }, row.courseId, row.studentId, { ...wish, periodId });
      return { links: [] };
    }
    const people = row.studentId
      ? [nameAndContact(db, row.studentId)]
      : listWithoutPassword(db, row.courseId);
    return {
      links: people
        .filter(({ id: person }) => signInNameOf(db, person) !== '')
        .map((person) => ({
          ...nameOf(db, person.id),
          email: person.email,
          link: issueLink(school, by, person.id, false),
        })),
    };
  });
}

/** Students of a course who have never set a password. */
function listWithoutPassword(
  db: Database,
  course: CourseId,
): (PersonName & { email: string; periodId: PeriodId })[] {
  return all(
    db,
    `SELECT ${nameColumns}, p.email, e.period_id AS periodId FROM enrolment e JOIN person p ON p.id = e.student_id
     WHERE e.course_id = ? AND e.left_at IS NULL AND p.password_hash IS NULL AND p.closed_at IS NULL
     ORDER BY p.sort_key, p.id`,
    [course],
  );
}
