import {
  dueFor,
  formOf,
  splitName,
  stateOf,
  writeUniqueNames,
  type AssignmentId,
  type Attendance,
  type CourseId,
  type FileId,
  type Instant,
  type PersonId,
  type PieceId,
  type SubmissionId,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf } from '@vestibul/contract';
import { Failure } from '../failure';
import { timeZoneOf, type School } from '../school';
import { isForTheirGroup } from './assignmentList';
import { findAssignment } from './assignments';
import { copiesFor } from './copies';
import { findCourse } from './courses';
import { all, type Database } from './database';
import { readStoredRule } from './folders';
import { groupBy } from './groupBy';
import { absencesOfOne } from './ownDues';
import { nameOf } from './people';
import { signature } from './signature';
import { findSitting, findStanding, isPieceName, pieceValues, requireGiven } from './sitting';
import { listStaff } from './staff';
import { readReceipts } from './submissions';
import { listTray } from './uploads';
import { todayOf } from './years';

interface MyRow {
  id: AssignmentId;
  title: string;
  courseId: CourseId;
  courseTitle: string;
  period: string;
  periodDue: Instant | null;
  hasOwn: number;
  ownDue: Instant | null;
  ownExcused: number | null;
  graceMinutes: number;
  joinedAt: Instant;
  submissionId: SubmissionId | null;
  attempt: number | null;
  turnedInAt: Instant | null;
  lateMs: number | null;
  held: number | null;
  reviewedAt: Instant | null;
  handedBackAt: Instant | null;
  inTray: number;
  comments: number;
}

/** Every assignment of this year's courses that a student is given, soonest due first, with where theirs stands. */
export function listMyAssignments(school: School, student: PersonId): AnswerOf<'listMyAssignments'> {
  const now = school.now();
  const absences = new Map<CourseId, Attendance['absences']>();
  const awayFrom = (course: CourseId) => {
    if (!absences.has(course)) absences.set(course, absencesOfOne(school.db, course, student));
    return absences.get(course)!;
  };
  return all<MyRow>(
    school.db,
    `SELECT a.id, a.title, c.id AS courseId, c.title AS courseTitle, h.label AS period, d.due_at AS periodDue,
       o.assignment_id IS NOT NULL AS hasOwn, o.due_at AS ownDue, o.excused AS ownExcused,
       a.grace_minutes AS graceMinutes, e.joined_at AS joinedAt,
       s.id AS submissionId, s.attempt, s.turned_in_at AS turnedInAt, s.late_ms AS lateMs, s.held,
       s.reviewed_at AS reviewedAt, s.handed_back_at AS handedBackAt,
       (SELECT COUNT(*) FROM upload u WHERE u.by_id = e.student_id AND u.assignment_id = a.id
          AND u.turned_in_at IS NULL AND u.dropped_at IS NULL) AS inTray,
       CASE WHEN s.handed_back_at IS NULL THEN 0
         ELSE (SELECT COUNT(*) FROM comment k WHERE k.submission_id = s.id) END AS comments
     FROM enrolment e JOIN course c ON c.id = e.course_id JOIN year y ON y.id = c.year_id
     JOIN period h ON h.id = e.period_id
     JOIN assignment a ON a.course_id = e.course_id
     LEFT JOIN assignment_due d ON d.assignment_id = a.id AND d.period_id = e.period_id
     LEFT JOIN own_due o ON o.assignment_id = a.id AND o.student_id = e.student_id
     LEFT JOIN submission s ON s.assignment_id = a.id AND s.student_id = e.student_id
     WHERE e.student_id = :student AND y.ends_on >= :today
       AND (s.id IS NOT NULL OR (e.left_at IS NULL AND a.visible_at <= :now
         AND (d.due_at IS NOT NULL OR o.due_at IS NOT NULL)
         AND ${isForTheirGroup}))`,
    { student, now, today: todayOf(school) },
  )
    .map((row) => toMine(row, awayFrom(row.courseId), now))
    .toSorted((a, b) => (a.due === b.due ? (a.title < b.title ? -1 : 1) : a.due < b.due ? -1 : 1));
}

function toMine(
  row: MyRow,
  absences: Attendance['absences'],
  now: Instant,
): AnswerOf<'listMyAssignments'>[number] {
  const own = row.hasOwn === 1 ? { due: row.ownDue, excused: row.ownExcused === 1 } : null;
  const { due, excused } = dueFor(row.periodDue, own, { joinedAt: row.joinedAt, absences });
  const {
    id,
    title,
    courseId,
    courseTitle,
    period,
    inTray,
    submissionId,
    turnedInAt,
    comments,
    handedBackAt,
  } = row;
  const lateMs = row.lateMs ?? 0;
  return {
    id,
    title,
    courseId,
    courseTitle,
    period,
    // Work that was turned in before its due time was taken away is shown by when that was.
    due: due ?? turnedInAt ?? now,
    state: stateOf(
      {
        turnedInAt,
        lateMs,
        held: row.held === 1,
        hasStarted: inTray > 0,
        reviewedAt: row.reviewedAt,
        handedBackAt,
        due,
        graceMinutes: row.graceMinutes,
        excused,
      },
      now,
    ),
    lateMs,
    attempt: row.attempt ?? 0,
    inTray,
    submissionId,
    turnedInAt,
    comments,
    handedBackAt,
  };
}

/** Everything the page needs on which a student turns something in. */
export function readTray(school: School, student: PersonId, id: AssignmentId): AnswerOf<'readTray'> {
  const { db } = school;
  const assignment = findAssignment(db, id);
  const sitting = findSitting(db, assignment.courseId, student);
  const now = school.now();
  const { due } = requireGiven(db, assignment, sitting, now);
  const standing = findStanding(db, id, student);
  const course = findCourse(db, assignment.courseId);
  const values = pieceValues(sitting, assignment, (standing?.attempt ?? 0) + 1, now, timeZoneOf(db));
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
    assignment: {
      id,
      title: assignment.title,
      directions: assignment.directions,
      graceMinutes: assignment.graceMinutes,
      lateCounts: assignment.lateCounts,
      wants: assignment.wants,
      scoring: assignment.scoring,
      afterwards: assignment.afterwards,
      holds: assignment.holds,
    },
    copies: copiesFor(db, student, id),
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

/**
 * What the others of a student's period have turned in for an assignment, where it shows that afterwards and the student
 * has turned in too: the newest attempt of each, held ones left out. Fails with `not-shown`.
 */
export function listPeriodPieces(
  school: School,
  student: PersonId,
  id: AssignmentId,
): AnswerOf<'listPeriodPieces'> {
  const { db } = school;
  const { courseId, afterwards } = findAssignment(db, id);
  const sitting = findSitting(db, courseId, student);
  if (afterwards !== 'period' || !findStanding(db, id, student)) throw new Failure('not-shown');
  const rows = all<{
    studentId: PersonId;
    turnedInAt: Instant;
    id: PieceId;
    name: string;
    mime: string;
    extension: string;
    bytes: number;
  }>(
    db,
    `SELECT s.student_id AS studentId, s.turned_in_at AS turnedInAt, q.id, q.name, q.mime, q.extension, q.bytes
     FROM enrolment e JOIN submission s ON s.student_id = e.student_id AND s.assignment_id = :id
     JOIN piece q ON q.submission_id = s.id AND q.attempt = s.attempt
     WHERE e.period_id = :period AND s.held = 0 ORDER BY s.turned_in_at DESC, q.n`,
    { id, period: sitting.periodId },
  );
  return [...groupBy(rows, (row) => row.studentId)].map(([owner, pieces]) => ({
    student: nameOf(db, owner),
    turnedInAt: pieces[0]!.turnedInAt,
    pieces: pieces.map(({ studentId: _student, turnedInAt: _at, extension, ...piece }) => ({
      ...piece,
      form: formOf(piece.mime, extension),
    })),
  }));
}
