import {
  groupBy,
  decide,
  dueFor,
  formOf,
  splitName,
  stateOf,
  type AssignmentId,
  type Attendance,
  type CourseId,
  type Instant,
  type PersonId,
  type PieceId,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { isForTheirGroup } from '../assignments/assignmentList';
import { findAssignment, type AssignmentRow } from '../assignments/assignments';
import { mayTakeBack } from './attempts';
import { copiesFor } from '../blanks/copies';
import { findCourse } from '../courses/courses';
import { all, one, type Database } from '../platform/database/database';
import { AttemptNaming } from '../naming/attemptNaming';
import { asPiece, asSeeker, showingColumns, showingTables, type ShowingRow } from '../access/access';
import { nowOnLedger } from '../platform/ledger/ledger';
import { absencesOfOne } from '../courses/seats';
import { nameOf, type PersonRow } from '../school/people';
import { signature } from '../ledger/signature';
import { dueForSitting, findSitting, findStanding, requireGiven, type Sitting } from '../assignments/sitting';
import { listStaff } from '../courses/staff';
import { newestShownColumn } from './shown';
import { countedOfShown, shownColumn } from './pointsColumn';
import { readReceipts } from './submissions';
import { isNamedHere, listTray } from '../intake/uploads';
import { todayOf } from '../school/years';

interface MyRow {
  id: AssignmentId;
  title: string;
  courseId: CourseId;
  courseTitle: string;
  period: string;
  periodDue: Instant | null;
  givenAt: Instant | null;
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
  points: number | null;
  /** How it was scored then; null where no score came back. */
  scoring: string | null;
  /** What being late took off then. */
  lateRule: string | null;
  sentBackAt: Instant | null;
  /** Something came that its student has not read. */
  isNew: number;
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
    `SELECT a.id, a.title, c.id AS courseId, c.title AS courseTitle, h.label AS period, d.due_at AS periodDue, a.visible_at AS givenAt,
       o.assignment_id IS NOT NULL AS hasOwn, o.due_at AS ownDue, o.excused AS ownExcused,
       a.grace_minutes AS graceMinutes, e.joined_at AS joinedAt,
       s.id AS submissionId, s.attempt, s.turned_in_at AS turnedInAt, s.late_ms AS lateMs, s.held,
       s.reviewed_at AS reviewedAt, s.handed_back_at AS handedBackAt,
       (SELECT COUNT(*) FROM upload u WHERE u.by_id = e.student_id AND u.assignment_id = a.id
          AND u.turned_in_at IS NULL AND u.dropped_at IS NULL) AS inTray,
       (SELECT t.sent_back_at FROM attempt t WHERE t.submission_id = s.id AND t.n = s.attempts AND s.attempt = 0) AS sentBackAt,
       CASE WHEN s.handed_back_at IS NULL THEN 0
         ELSE (SELECT COUNT(*) FROM comment k WHERE k.submission_id = s.id AND k.shown_at IS NOT NULL AND k.answers_id IS NULL) END AS comments,
       COALESCE(${newestShownColumn} > COALESCE(s.read_until, ''), 0) AS isNew,
       CASE WHEN s.handed_back_at IS NOT NULL THEN ${shownColumn('points', 's.id', 's.attempt')} END AS points,
       CASE WHEN s.handed_back_at IS NOT NULL THEN ${shownColumn('scoring', 's.id', 's.attempt')} END AS scoring,
       ${shownColumn('late_rule', 's.id', 's.attempt')} AS lateRule
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
  const { due, excused } = dueFor({ due: row.periodDue, givenAt: row.givenAt }, own, {
    joinedAt: row.joinedAt,
    absences,
  });
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
    sentBackAt,
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
    score: countedOfShown({ ...row, lateMs }),
    isNew: row.isNew === 1,
    sentBackAt,
  };
}

/** Everything the page needs on which a student turns something in. */
export function readTray(school: School, student: PersonId, id: AssignmentId): AnswerOf<'readTray'> {
  const assignment = findAssignment(school.db, id);
  const sitting = findSitting(school.db, assignment.courseId, student);
  const { due } = requireGiven(school.db, assignment, sitting, school.now());
  return trayOf(school, assignment, sitting, due);
}

/**
 * The same page as the first student sees it who is given the assignment, before anybody sees it: with an empty tray and
 * nothing turned in. Null where nobody is.
 */
export function previewTray(school: School, id: AssignmentId): AnswerOf<'previewTray'> {
  const { db } = school;
  const assignment = findAssignment(db, id);
  const first = one<{ id: PersonId }>(
    db,
    `SELECT p.id FROM enrolment e JOIN person p ON p.id = e.student_id
     JOIN assignment_due d ON d.assignment_id = :id AND d.period_id = e.period_id
     WHERE e.course_id = :course AND e.left_at IS NULL ORDER BY p.sort_key, p.id LIMIT 1`,
    { id, course: assignment.courseId },
  );
  if (!first) return null;
  const sitting = findSitting(db, assignment.courseId, first.id);
  const due = dueForSitting(db, id, sitting).due ?? school.now();
  const page = trayOf(school, assignment, sitting, due);
  return {
    as: nameOf(db, first.id),
    tray: {
      ...page,
      state: 'not started',
      submissionId: null,
      uploads: [],
      receipts: [],
      mayTakeBack: false,
      sentBack: null,
    },
  };
}

function trayOf(
  school: School,
  assignment: AssignmentRow,
  sitting: Sitting,
  due: Instant,
): AnswerOf<'readTray'> {
  const { db } = school;
  const { id } = assignment;
  const student = sitting.studentId;
  const now = school.now();
  const standing = findStanding(db, id, student);
  const course = findCourse(db, assignment.courseId);
  const naming = new AttemptNaming(school, assignment, sitting, {
    n: (standing?.attempts ?? 0) + 1,
    at: now,
  });
  const uploads = listTray(db, student, id);
  const mine = all<{ name: string }>(
    db,
    'SELECT q.name FROM submission s JOIN piece q ON q.submission_id = s.id WHERE s.assignment_id = ? AND s.student_id = ?',
    [id, student],
  ).map((row) => row.name);
  const extensionOf = (upload: (typeof uploads)[number]) =>
    upload.extension ?? splitName(upload.originalName).extension;
  const names = naming.nameAll(
    uploads.map((upload) => ({
      originalName: upload.originalName,
      extension: extensionOf(upload),
      isNamedHere: isNamedHere(upload.kind),
    })),
    false,
  );
  const next = naming.next(uploads.length + 1);
  const mineNow = listMyAssignments(school, student).find((known) => known.id === id);
  return {
    assignment: {
      id,
      title: assignment.title,
      directions: assignment.directions,
      graceMinutes: assignment.graceMinutes,
      lateCounts: assignment.lateCounts,
      counting: assignment.counting,
      wants: assignment.wants,
      scoring: assignment.scoring,
      lateRule: assignment.lateRule,
      recording: assignment.recording,
      afterwards: assignment.afterwards,
      holds: assignment.holds,
    },
    copies: copiesFor(school, student, id),
    courseTitle: course.title,
    period: sitting.periodLabel,
    teachers: listStaff(db, course.id).map(signature),
    due,
    now,
    state: mineNow?.state ?? 'not started',
    submissionId: standing?.id ?? null,
    naming: {
      rule: naming.rule.source,
      values: next.values,
      units: next.units,
      offRule: naming.offRule,
      taken: mine,
    },
    uploads: uploads.map((upload, i) => ({
      id: upload.id,
      originalName: upload.originalName,
      bytes: upload.bytes,
      arrived: upload.arrivedAt !== null,
      expiresAt: upload.arrivedAt === null ? upload.expiresAt : null,
      kind: upload.kind,
      form: formOf(upload.mime ?? '', extensionOf(upload)),
      name: names[i]!.name,
      faults: names[i]!.faults,
    })),
    mayTakeBack: standing !== undefined && mayTakeBack(db, standing.id),
    sentBack:
      standing && mineNow?.sentBackAt
        ? { at: mineNow.sentBackAt, word: wordAt(db, standing.id, mineNow.sentBackAt) }
        : null,
    receipts: standing ? readReceipts(db, standing.id, true) : [],
  };
}

/** What was said when work was sent back. */
function wordAt(db: Database, id: SubmissionId, at: Instant): string {
  return (
    one<{ text: string }>(db, 'SELECT text FROM comment WHERE submission_id = ? AND at = ? LIMIT 1', [id, at])
      ?.text ?? ''
  );
}

/**
 * What the others of a student's period have turned in for an assignment that shows it to them: the attempt of each that
 * counts, and their own among it.
 */
export function listPeriodPieces(
  school: School,
  person: PersonRow,
  id: AssignmentId,
): AnswerOf<'listPeriodPieces'> {
  const { db } = school;
  const { courseId } = findAssignment(db, id);
  const { periodId } = findSitting(db, courseId, person.id);
  const rows = all<
    ShowingRow & {
      turnedInAt: Instant;
      id: PieceId;
      name: string;
      mime: string;
      extension: string;
      bytes: number;
    }
  >(
    db,
    `SELECT ${showingColumns}, s.turned_in_at AS turnedInAt, q.id, q.name, q.mime, q.extension, q.bytes
     FROM submission s ${showingTables}
     WHERE s.assignment_id = :id AND q.attempt = s.attempt AND e.period_id = :periodId ORDER BY s.turned_in_at DESC, q.n`,
    { id, periodId, viewer: person.id },
  );
  const seeker = asSeeker(db, { person, visit: null }, courseId);
  const at = nowOnLedger(school);
  const shown = rows.filter((row) => !row.held && decide(seeker, asPiece(row), at).level !== 'none');
  return [...groupBy(shown, (row) => row.of)].map(([owner, pieces]) => ({
    // A number or an account is nothing for classmates.
    student: { ...nameOf(db, owner), apart: '' },
    turnedInAt: pieces[0]!.turnedInAt,
    pieces: pieces.map((piece) => ({
      id: piece.id,
      name: piece.name,
      mime: piece.mime,
      bytes: piece.bytes,
      form: formOf(piece.mime, piece.extension),
    })),
  }));
}
