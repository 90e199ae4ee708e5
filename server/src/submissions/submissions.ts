import {
  groupBy,
  formOf,
  type AssignmentId,
  type CourseId,
  type Instant,
  type PeriodId,
  type PersonId,
  type PieceId,
  type Sha256,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { bareNameColumns, type PersonName } from '../school/people';
import type { FileFacts } from '../intake/files';
import { joinOwner } from '../intake/ownership';

type Receipt = AnswerOf<'turnIn'>;
type Piece = AnswerOf<'readSubmission'>['pieces'][number];

export interface SubmissionRow {
  id: SubmissionId;
  courseId: CourseId;
  assignmentId: AssignmentId;
  assignmentTitle: string;
  studentId: PersonId;
  periodId: PeriodId;
  /** The attempt that counts, 0 for none; and how many there were. */
  attempt: number;
  attempts: number;
  turnedInAt: Instant | null;
  lateMs: number;
  held: number;
  due: Instant | null;
  reviewedAt: Instant | null;
  handedBackAt: Instant | null;
  /** Until when its student has read what came back. */
  readUntil: Instant | null;
}

export function findSubmission(db: Database, id: SubmissionId): SubmissionRow {
  const row = one<SubmissionRow>(
    db,
    `SELECT s.id, s.course_id AS courseId, s.assignment_id AS assignmentId, a.title AS assignmentTitle,
       s.student_id AS studentId, e.period_id AS periodId, s.attempt, s.attempts, s.turned_in_at AS turnedInAt, s.late_ms AS lateMs, s.held,
       t.due_at AS due, s.reviewed_at AS reviewedAt, s.handed_back_at AS handedBackAt, s.read_until AS readUntil
     FROM submission s JOIN assignment a ON a.id = s.assignment_id
     JOIN enrolment e ON e.course_id = s.course_id AND e.student_id = s.student_id
     LEFT JOIN attempt t ON t.submission_id = s.id AND t.n = s.attempt WHERE s.id = ?`,
    [id],
  );
  if (!row) throw new Failure('not-found');
  return row;
}

/** What a ledger line about this submission is about. */
export function aboutOf(row: SubmissionRow) {
  return {
    course: row.courseId,
    period: row.periodId,
    assignment: row.assignmentId,
    student: row.studentId,
    submission: row.id,
  };
}

/** SQL: whether the line `v` of an attempt says that it was shown in class. */
const inClassColumn = `v.canonical ->> '$.facts.inClass' IS NOT NULL`;

/** Whether an attempt stands and was written down as shown in class. */
export function isInClass(db: Database, id: SubmissionId, attempt: number): boolean {
  const sql = `SELECT 1 FROM attempt t JOIN event v ON v.idx = t.event_index
    WHERE t.submission_id = ? AND t.n = ? AND t.taken_back_at IS NULL AND t.sent_back_at IS NULL AND ${inClassColumn}`;
  return one(db, sql, [id, attempt]) !== undefined;
}

/** Every piece of a submission, by attempt and place. */
export function listPieces(db: Database, id: SubmissionId): Piece[] {
  return all<
    Omit<Piece, 'owner' | 'form' | 'now'> & {
      extension: string;
      now: string | null;
      ownerId: PersonId | null;
    } & Omit<PersonName, 'id'>
  >(
    db,
    `SELECT q.id, q.attempt, q.n, q.name, q.original_name AS originalName, q.mime, q.extension, q.bytes, q.sha256,
       CASE WHEN f.sha256 <> q.sha256 AND f.dropped_at IS NULL THEN json_object('changedAt', f.changed_at, 'originalName', f.original_name,
         'mime', f.mime, 'extension', f.extension, 'bytes', f.bytes) END AS now,
       CASE WHEN w.file_id IS NOT NULL THEN f.dropped_at END AS deletedAt,
       p.id AS ownerId, ${bareNameColumns}
     FROM piece q JOIN file f ON f.id = q.file_id ${joinOwner('f.id')} LEFT JOIN person p ON p.id = w.owner_id
     WHERE q.submission_id = ? ORDER BY q.attempt, q.n`,
    [id],
  ).map(({ extension, ownerId, last, first, called, apart, now, ...piece }) => ({
    ...piece,
    form: formOf(piece.mime, extension),
    now: now === null ? null : readNow(now),
    owner: ownerId === null ? null : { id: ownerId, last, first, called, apart },
  }));
}

/** The owner's file as it is now, out of what the database says of it. */
function readNow(kept: string): NonNullable<Piece['now']> {
  const { extension, ...file } = JSON.parse(kept) as Omit<NonNullable<Piece['now']>, 'form'> & {
    extension: string;
  };
  return { ...file, form: formOf(file.mime, extension) };
}

/**
 * The receipts of all attempts of a submission, the newest first. What was placed with a student by mistake is nothing of
 * theirs: they are not shown it. What they turned in themselves they are, with what became of it.
 */
export function readReceipts(
  db: Database,
  id: SubmissionId,
  forStudent: boolean,
  pieces: Piece[] = listPieces(db, id),
): Receipt[] {
  const byAttempt = groupBy(pieces, (piece) => piece.attempt);
  return all<{
    n: number;
    at: Instant;
    due: Instant | null;
    lateMs: number;
    line: number;
    takenBackAt: Instant | null;
    sentBackAt: Instant | null;
    undoneAt: Instant | null;
    placed: number;
    inClass: number;
    counting: number;
  }>(
    db,
    `SELECT t.n, t.at, t.due_at AS due, t.late_ms AS lateMs, t.event_index AS line, t.taken_back_at AS takenBackAt,
       t.sent_back_at AS sentBackAt, t.undone_at AS undoneAt, s.attempt AS counting,
       v.by_id <> s.student_id AS placed, ${inClassColumn} AS inClass
     FROM attempt t JOIN submission s ON s.id = t.submission_id JOIN event v ON v.idx = t.event_index
     WHERE t.submission_id = :id AND (:forStudent = 0 OR t.undone_at IS NULL OR v.by_id = s.student_id) ORDER BY t.n DESC`,
    { id, forStudent: forStudent ? 1 : 0 },
  ).map(({ n, takenBackAt, sentBackAt, undoneAt, placed, inClass, counting, ...attempt }) => ({
    submissionId: id,
    attempt: n,
    ...attempt,
    counts: n === counting,
    placed: placed === 1,
    inClass: inClass === 1,
    gone: undoneAt
      ? { how: 'undone', at: undoneAt }
      : takenBackAt
        ? { how: 'taken back', at: takenBackAt }
        : sentBackAt
          ? { how: 'sent back', at: sentBackAt }
          : null,
    pieces: (byAttempt.get(n) ?? []).map(({ id: pieceId, name, originalName, bytes, sha256 }) => ({
      id: pieceId,
      name,
      originalName,
      bytes,
      sha256,
    })),
  }));
}

export interface StoredPiece {
  name: string;
  mime: string;
  extension: string;
  sha256: Sha256;
  bytes: number;
}

export function findPiece(db: Database, id: PieceId): StoredPiece {
  const row = one<StoredPiece>(db, 'SELECT name, mime, extension, sha256, bytes FROM piece WHERE id = ?', [
    id,
  ]);
  if (!row) throw new Failure('not-found');
  return row;
}

/** The owner's file of a piece as it is now. Fails with `not-found` where they have it no more. */
export function findPieceNow(db: Database, id: PieceId): FileFacts {
  const row = one<FileFacts>(
    db,
    `SELECT f.original_name AS originalName, f.mime, f.extension, f.bytes, f.sha256
     FROM piece q JOIN file f ON f.id = q.file_id WHERE q.id = ? AND f.dropped_at IS NULL`,
    [id],
  );
  if (!row) throw new Failure('not-found', { what: 'file' });
  return row;
}

/** Notes that one of the staff has looked at the attempts until this one; the first look at each is a line of the ledger. */
export function markSeen(school: School, by: PersonId, id: SubmissionId, attempts: number): void {
  together(school.db, () => {
    const row = findSubmission(school.db, id);
    // What came since is new all the same.
    const attempt = Math.min(attempts, row.attempts);
    const changed = run(
      school.db,
      `INSERT INTO seen (person_id, submission_id, attempt) VALUES (:by, :id, :attempt)
       ON CONFLICT (person_id, submission_id) DO UPDATE SET attempt = excluded.attempt
       WHERE attempt < excluded.attempt`,
      { by, id, attempt },
    );
    if (changed > 0) writeEvent(school, by, 'seen', aboutOf(row), { attempt });
  });
}
