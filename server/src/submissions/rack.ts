import {
  formOf,
  nothingIn,
  stateOf,
  type AssignmentId,
  type CourseId,
  type FolderId,
  type GroupId,
  type Instant,
  type OldSlot,
  type PeriodId,
  type PieceId,
  type PersonId,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { all, lists, type Database } from '../platform/database/database';
import { listOwnDues } from '../assignments/ownDues';
import { absencesOf } from '../courses/seats';
import { nameColumns, type PersonName } from '../school/people';

export type Slot = AnswerOf<'readRack'>['slots'][number];

/** A filled slot in the order of the query's columns. */
type SlotRow = readonly [
  id: SubmissionId,
  studentId: PersonId,
  assignmentId: AssignmentId,
  attempt: number,
  attempts: number,
  pieces: number,
  turnedInAt: Instant,
  lateMs: number,
  held: number,
  heldForName: number,
  reviewedAt: Instant | null,
  handedBackAt: Instant | null,
  drifted: number,
  points: number | null,
  topPieceId: PieceId,
  name: string,
  originalName: string,
  mime: string,
  extension: string,
  seenAttempt: number | null,
  goesBack: number,
  answers: number,
  workedOnBy: PersonId | null,
];

/** The query behind the rack; the bench measures against it bare, a test checks that it runs on indexes. */
export const slotQuery = `SELECT s.id, s.student_id, s.assignment_id, s.attempt, s.attempts, s.pieces, s.turned_in_at, s.late_ms,
    s.held, s.held_for_name, s.reviewed_at, s.handed_back_at, s.drifted, s.points, s.top_piece_id,
    t.name, t.original_name, t.mime, t.extension, v.attempt AS seen_attempt,
    EXISTS (SELECT 1 FROM hand_back_due h WHERE h.submission_id = s.id AND h.attempt = s.attempt) AS goes_back, s.answers,
    s.worked_on_by
  FROM submission s JOIN piece t ON t.id = s.top_piece_id
  LEFT JOIN seen v ON v.submission_id = s.id AND v.person_id = :viewer`;

/** Students and filled slots of a whole course as one of its staff sees them. */
export function readRack(school: School, course: CourseId, viewer: PersonId): AnswerOf<'readRack'> {
  const { db } = school;
  const now = school.now();
  const absences = absencesOf(db, course);
  const students = all<
    PersonName & {
      joinedAt: Instant;
      leftAt: Instant | null;
      periodId: PeriodId;
      groupId: GroupId | null;
      email: string;
      username: string;
      number: string;
      folderId: FolderId | null;
      folderName: string;
    }
  >(
    db,
    `SELECT ${nameColumns}, e.joined_at AS joinedAt, e.left_at AS leftAt, e.period_id AS periodId,
       e.group_id AS groupId, p.email, p.username, p.number, f.id AS folderId, COALESCE(f.name, '') AS folderName
     FROM enrolment e JOIN person p ON p.id = e.student_id
     LEFT JOIN folder f ON f.course_id = e.course_id AND f.student_id = e.student_id
     WHERE e.course_id = ? ORDER BY p.sort_key, p.id`,
    [course],
  ).map((student) => ({ ...student, absences: absences.get(student.id) ?? [] }));
  const filled = lists<SlotRow>(db, `${slotQuery} WHERE s.course_id = :course`, { course, viewer }).map(
    (row) => toSlot(row, now),
  );
  return { now, students, slots: [...filled, ...startedSlots(db, course)], dues: listOwnDues(db, course) };
}

/** One slot as one of the staff sees it, for the live stream; null where nothing is in it. */
export function readSlot(school: School, place: OldSlot, viewer: PersonId): Slot | null {
  const { student, assignment } = place;
  const [row] = lists<SlotRow>(
    school.db,
    `${slotQuery} WHERE s.assignment_id = :assignment AND s.student_id = :student`,
    { assignment, student, viewer },
  );
  return row ? toSlot(row, school.now()) : (startedSlots(school.db, place.course, place)[0] ?? null);
}

function toSlot(row: SlotRow, now: Instant): Slot {
  const [
    id,
    studentId,
    assignmentId,
    attempt,
    attempts,
    pieces,
    turnedInAt,
    lateMs,
    held,
    heldForName,
    reviewedAt,
    handedBackAt,
    drifted,
    points,
    topPieceId,
    name,
    originalName,
    mime,
    extension,
    seenAttempt,
    goesBack,
    answers,
    workedOnBy,
  ] = row;
  const isHeld = held === 1;
  return {
    id,
    studentId,
    assignmentId,
    attempt,
    attempts,
    pieces,
    turnedInAt,
    lateMs,
    name,
    originalName,
    topPieceId,
    form: formOf(mime, extension),
    // A newer attempt is new to look at even where an earlier one counts.
    unseen: seenAttempt !== attempts,
    drifted: drifted === 1,
    points,
    goesBack: goesBack === 1,
    answers,
    workedOnBy,
    heldForName: isHeld && heldForName === 1,
    state: stateOf({ ...nothingIn, turnedInAt, lateMs, held: isHeld, reviewedAt, handedBackAt }, now),
  };
}

/** Trays with something in them and nothing turned in, or nothing any more: who has begun. */
function startedSlots(db: Database, course: CourseId, only?: OldSlot): Slot[] {
  return all<{ studentId: PersonId; assignmentId: AssignmentId; files: number }>(
    db,
    `SELECT u.by_id AS studentId, u.assignment_id AS assignmentId, COUNT(*) AS files
     FROM enrolment e
     JOIN upload u ON u.by_id = e.student_id AND u.turned_in_at IS NULL AND u.dropped_at IS NULL
     JOIN assignment a ON a.id = u.assignment_id AND a.course_id = e.course_id
     LEFT JOIN submission s ON s.assignment_id = u.assignment_id AND s.student_id = u.by_id
     WHERE e.course_id = :course AND COALESCE(s.attempt, 0) = 0
       ${only ? 'AND e.student_id = :student AND u.assignment_id = :assignment' : ''}
     GROUP BY u.by_id, u.assignment_id`,
    { course, ...(only && { student: only.student, assignment: only.assignment }) },
  ).map(({ files, ...slot }) => ({
    ...slot,
    id: null,
    state: 'started',
    attempt: 0,
    attempts: 0,
    pieces: files,
    form: '',
    turnedInAt: null,
    lateMs: 0,
    unseen: false,
    drifted: false,
    points: null,
    goesBack: false,
    answers: 0,
    workedOnBy: null,
    name: '',
    originalName: '',
    topPieceId: null,
    heldForName: false,
  }));
}
