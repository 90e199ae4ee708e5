import {
  formOf,
  stateOf,
  writeUniqueNames,
  splitName,
  type AssignmentId,
  type CourseId,
  type FileId,
  type Instant,
  type PersonId,
  type PieceId,
  type SubmissionId,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf } from '@vestibul/contract';
import { timeZoneOf, type School } from '../school';
import { findAssignment } from './assignments';
import { findCourse, listStaff } from './courses';
import { all, type Database } from './database';
import { readStoredRule } from './folders';
import { fileValues, findSitting, findStanding, isPieceName, requireGiven } from './sitting';
import { readReceipts } from './submissions';
import { listTray } from './uploads';
import type { PersonName } from './people';

/** How a student reads a teacher's name: initial and last name. */
function signature({ first, last }: Pick<PersonName, 'first' | 'last'>): string {
  return first ? `${[...first][0]}. ${last}` : last;
}

/** Every assignment that a student's periods were given, soonest due first, with where theirs stands. */
export function listMyAssignments(school: School, student: PersonId): AnswerOf<'listMyAssignments'> {
  return all<{
    id: AssignmentId;
    title: string;
    courseId: CourseId;
    courseTitle: string;
    period: string;
    due: Instant;
    submissionId: SubmissionId | null;
    attempt: number | null;
    turnedInAt: Instant | null;
    lateMs: number | null;
    reviewedAt: Instant | null;
    handedBackAt: Instant | null;
    inTray: number;
    comments: number;
  }>(
    school.db,
    `SELECT a.id, a.title, c.id AS courseId, c.title AS courseTitle, h.label AS period, d.due_at AS due,
       s.id AS submissionId, s.attempt, s.turned_in_at AS turnedInAt, s.late_ms AS lateMs,
       s.reviewed_at AS reviewedAt, s.handed_back_at AS handedBackAt,
       (SELECT COUNT(*) FROM upload u WHERE u.student_id = e.student_id AND u.assignment_id = a.id
          AND u.turned_in_at IS NULL AND u.dropped_at IS NULL) AS inTray,
       CASE WHEN s.handed_back_at IS NULL THEN 0
         ELSE (SELECT COUNT(*) FROM comment k WHERE k.submission_id = s.id) END AS comments
     FROM enrolment e JOIN course c ON c.id = e.course_id JOIN period h ON h.id = e.period_id
     JOIN assignment a ON a.course_id = e.course_id
     JOIN assignment_due d ON d.assignment_id = a.id AND d.period_id = e.period_id
     LEFT JOIN submission s ON s.assignment_id = a.id AND s.student_id = e.student_id
     WHERE e.student_id = ? ORDER BY d.due_at, a.title`,
    [student],
  ).map(({ reviewedAt, ...row }) => ({
    ...row,
    attempt: row.attempt ?? 0,
    lateMs: row.lateMs ?? 0,
    state: stateOf({ ...row, lateMs: row.lateMs ?? 0, reviewedAt, hasStarted: row.inTray > 0 }, school.now()),
  }));
}

/** Everything the page needs on which a student turns something in. */
export function readTray(school: School, student: PersonId, id: AssignmentId): AnswerOf<'readTray'> {
  const { db } = school;
  const assignment = findAssignment(db, id);
  const sitting = findSitting(db, assignment.courseId, student);
  const due = requireGiven(db, id, sitting);
  const standing = findStanding(db, id, student);
  const course = findCourse(db, assignment.courseId);
  const now = school.now();
  const values = fileValues(sitting, assignment, (standing?.attempt ?? 0) + 1, now, timeZoneOf(db));
  const uploads = listTray(db, student, id);
  const mine = all<{ name: string }>(
    db,
    'SELECT q.name FROM submission s JOIN piece q ON q.submission_id = s.id WHERE s.assignment_id = ? AND s.student_id = ?',
    [id, student],
  ).map((row) => row.name);
  const rule = readStoredRule(course.fileRule);
  const names = writeUniqueNames(
    rule,
    uploads.map((upload) => ({
      values,
      extension: upload.extension ?? splitName(upload.originalName).extension,
    })),
    [],
    (key) => isPieceName(db, course.id, key),
  );
  const state = listMyAssignments(school, student).find((known) => known.id === id)?.state ?? 'not started';
  return {
    assignment: { id, title: assignment.title, directions: assignment.directions },
    courseTitle: course.title,
    period: sitting.periodLabel,
    teachers: listStaff(db, course.id).map(signature),
    due,
    now,
    state,
    submissionId: standing?.id ?? null,
    naming: { rule: course.fileRule, values, taken: mine },
    uploads: uploads.map((upload, i) => ({
      id: upload.id,
      originalName: upload.originalName,
      bytes: upload.bytes,
      arrived: upload.arrivedAt !== null,
      form: formOf(upload.mime ?? '', upload.extension ?? splitName(upload.originalName).extension),
      name: names[i]!.name,
    })),
    receipts: standing ? readReceipts(db, standing.id) : [],
  };
}

/** One page of a student's own files, the newest first, from before `before`. */
export function listMyFiles(db: Database, student: PersonId, before: string): AnswerOf<'listMyFiles'> {
  const [beforeAt = '', beforeId = ''] = before ? before.split('~') : ['9999'];
  const rows = all<{
    id: FileId;
    pieceId: PieceId;
    submissionId: SubmissionId;
    name: string;
    originalName: string;
    mime: string;
    extension: string;
    bytes: number;
    assignment: string;
    courseId: CourseId;
    courseTitle: string;
    folderName: string;
    turnedInAt: Instant;
    driftedAt: Instant | null;
  }>(
    db,
    `SELECT f.id, q.id AS pieceId, s.id AS submissionId, q.name, q.original_name AS originalName, q.mime, q.extension,
       q.bytes, a.title AS assignment, c.id AS courseId, c.title AS courseTitle, COALESCE(o.name, '') AS folderName,
       t.at AS turnedInAt, CASE WHEN f.sha256 <> q.sha256 THEN f.changed_at END AS driftedAt
     FROM submission s JOIN attempt t ON t.submission_id = s.id
     JOIN piece q ON q.submission_id = s.id AND q.attempt = t.n
     JOIN file f ON f.id = q.file_id
     JOIN assignment a ON a.id = s.assignment_id JOIN course c ON c.id = s.course_id
     LEFT JOIN folder o ON o.course_id = s.course_id AND o.student_id = s.student_id
     WHERE s.student_id = :student AND (t.at, q.id) < (:beforeAt, :beforeId)
     ORDER BY t.at DESC, q.id DESC LIMIT :limit`,
    { student, beforeAt, beforeId, limit: PAGE_SIZE + 1 },
  );
  const page = rows.slice(0, PAGE_SIZE);
  const staff = new Map([...new Set(page.map((row) => row.courseId))].map((id) => [id, listStaff(db, id)]));
  const last = page.at(-1);
  return {
    files: page.map(({ mime, extension, courseId, ...row }) => ({
      ...row,
      form: formOf(mime, extension),
      canOpen: (staff.get(courseId) ?? []).map(signature),
    })),
    next: rows.length > PAGE_SIZE && last ? `${last.turnedInAt}~${last.pieceId}` : null,
  };
}
