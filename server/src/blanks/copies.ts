import {
  formOf,
  type AssignmentId,
  type BlankId,
  type CopyId,
  type CourseId,
  type Instant,
  type PersonId,
  type Sha256,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import { all, one, type Database } from '../platform/database/database';
import { ROWS_OF_PAGE, cutPage, readBefore } from '../platform/database/paging';
import { openersOf } from '../owners/openers';
import { nowOnLedger } from '../platform/ledger/ledger';
import type { School } from '../platform/School';

type Copy = AnswerOf<'listMyCopies'>['copies'][number];

interface CopyRow {
  id: CopyId;
  blankId: BlankId;
  title: string;
  name: string;
  mime: string;
  extension: string;
  bytes: number;
  version: number;
  newest: number;
  assignmentId: AssignmentId | null;
  courseId: CourseId;
  courseTitle: string;
  handedOutAt: Instant;
}

const copyQuery = `SELECT k.id, k.blank_id AS blankId, b.title, k.name, v.mime, v.extension, f.bytes, k.version,
    (SELECT MAX(n) FROM blank_version WHERE blank_id = k.blank_id) AS newest, o.assignment_id AS assignmentId,
    c.id AS courseId, c.title AS courseTitle, k.handed_out_at AS handedOutAt
  FROM copy k JOIN blank b ON b.id = k.blank_id JOIN course c ON c.id = k.course_id
  JOIN file f ON f.id = k.file_id
  JOIN blank_version v ON v.blank_id = k.blank_id AND v.n = k.version
  JOIN enrolment e ON e.course_id = k.course_id AND e.student_id = k.student_id
  LEFT JOIN hand_out o ON o.blank_id = k.blank_id AND o.period_id = e.period_id`;

function toCopies(db: Database, student: PersonId, rows: readonly CopyRow[], at: Instant): Copy[] {
  return rows.map(({ mime, extension, newest, courseId, ...row }) => ({
    ...row,
    form: formOf(mime, extension),
    isOld: newest > row.version,
    canOpen: openersOf(db, courseId, { kind: 'copy', id: row.id, studentId: student }, at),
  }));
}

/** One page of what was handed out to a student, the newest first, from before `before`. */
export function listMyCopies(school: School, student: PersonId, before: string): AnswerOf<'listMyCopies'> {
  const { db } = school;
  const rows = all<CopyRow>(
    db,
    `${copyQuery} WHERE k.student_id = :student AND (k.handed_out_at, k.id) < (:beforeAt, :beforeId)
     ORDER BY k.handed_out_at DESC, k.id DESC LIMIT :limit`,
    { student, ...readBefore(before), limit: ROWS_OF_PAGE },
  );
  const { page, next } = cutPage(rows, (row) => ({ at: row.handedOutAt, id: row.id }));
  return {
    copies: toCopies(db, student, page, nowOnLedger(school)),
    next,
  };
}

/** A student's copies of the blanks that come with an assignment, the newest first. */
export function copiesFor(school: School, student: PersonId, assignment: AssignmentId): Copy[] {
  const { db } = school;
  return toCopies(
    db,
    student,
    all<CopyRow>(
      db,
      `${copyQuery} WHERE k.student_id = ? AND o.assignment_id = ? ORDER BY k.handed_out_at DESC, k.id DESC`,
      [student, assignment],
    ),
    nowOnLedger(school),
  );
}

/** A copy as its owner has it now, for reading its bytes. */
export function findCopy(
  db: Database,
  id: CopyId,
): { name: string; mime: string; sha256: Sha256; bytes: number } {
  const row = one<{ name: string; mime: string; sha256: Sha256; bytes: number }>(
    db,
    `SELECT k.name, v.mime, f.sha256, f.bytes FROM copy k JOIN file f ON f.id = k.file_id
     JOIN blank_version v ON v.blank_id = k.blank_id AND v.n = k.version WHERE k.id = ?`,
    [id],
  );
  if (!row) throw new Failure('not-found');
  return row;
}
