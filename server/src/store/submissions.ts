import {
  groupBy,
  formOf,
  nothingIn,
  sha256Hex,
  stateOf,
  type Afterwards,
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
import { Failure } from '../failure';
import { queueReturnLetter } from '../mail/returnLetter';
import { newId, type School } from '../school';
import { all, one, run, together, type Database } from './database';
import { folderNameOf } from './folders';
import { nowOnLedger, writeEvent } from './ledger';
import { nameColumns, nameOf, type PersonName } from './people';
import { settle } from './settle';

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
}

export function findSubmission(db: Database, id: SubmissionId): SubmissionRow {
  const row = one<SubmissionRow>(
    db,
    `SELECT s.id, s.course_id AS courseId, s.assignment_id AS assignmentId, a.title AS assignmentTitle,
       s.student_id AS studentId, e.period_id AS periodId, s.attempt, s.attempts, s.turned_in_at AS turnedInAt, s.late_ms AS lateMs, s.held,
       t.due_at AS due, s.reviewed_at AS reviewedAt, s.handed_back_at AS handedBackAt
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

/** A submission with its attempts, pieces and comments. A student is shown comments once the work is handed back. */
export function readSubmission(
  school: School,
  id: SubmissionId,
  forStudent: boolean,
): AnswerOf<'readSubmission'> {
  const { db } = school;
  const row = findSubmission(db, id);
  const pieces = listPieces(db, id);
  const receipts = readReceipts(db, id, forStudent, pieces);
  const takenBack = new Set(
    receipts.filter(({ gone }) => gone !== null && gone.how !== 'sent back').map(({ attempt }) => attempt),
  );
  const shown = new Set(receipts.map(({ attempt }) => attempt));
  return {
    id: row.id,
    assignment: { id: row.assignmentId, title: row.assignmentTitle },
    courseId: row.courseId,
    periodId: row.periodId,
    student: nameOf(db, row.studentId),
    state: stateOf({ ...nothingIn, ...row, held: row.held === 1 }, school.now()),
    due: row.due,
    folderName: folderNameOf(db, row.courseId, row.studentId),
    attempts: receipts,
    // To open what was taken back is its student's alone again; the receipts say what it was.
    pieces: pieces.filter(({ attempt }) => shown.has(attempt) && (forStudent || !takenBack.has(attempt))),
    comments: listComments(db, id, forStudent),
    reviewedAt: row.reviewedAt,
    handedBackAt: row.handedBackAt,
  };
}

function listPieces(db: Database, id: SubmissionId): Piece[] {
  return all<
    Omit<Piece, 'owner' | 'form'> & {
      extension: string;
      ownerId: PersonId | null;
      last: string;
      first: string;
      called: string;
    }
  >(
    db,
    `SELECT q.id, q.attempt, q.n, q.name, q.original_name AS originalName, q.mime, q.extension, q.bytes, q.sha256,
       CASE WHEN f.sha256 <> q.sha256 THEN f.changed_at END AS driftedAt,
       p.id AS ownerId, p.last, p.first, p.called
     FROM piece q JOIN file f ON f.id = q.file_id LEFT JOIN person p ON p.id = f.owner_id
     WHERE q.submission_id = ? ORDER BY q.attempt, q.n`,
    [id],
  ).map(({ extension, ownerId, last, first, called, ...piece }) => ({
    ...piece,
    form: formOf(piece.mime, extension),
    owner: ownerId === null ? null : { id: ownerId, last, first, called },
  }));
}

/**
 * The receipts of all attempts of a submission, the newest first. What was placed with a student by mistake is nothing of
 * theirs: they are not shown it.
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
    counting: number;
  }>(
    db,
    `SELECT t.n, t.at, t.due_at AS due, t.late_ms AS lateMs, t.event_index AS line, t.taken_back_at AS takenBackAt,
       t.sent_back_at AS sentBackAt, t.undone_at AS undoneAt, s.attempt AS counting,
       (substr(t.press_key, 1, 2) = 'g_' OR EXISTS (
         SELECT 1 FROM pile_placing l WHERE l.submission_id = t.submission_id AND l.n = t.n)) AS placed
     FROM attempt t JOIN submission s ON s.id = t.submission_id WHERE t.submission_id = :id AND (:forStudent = 0 OR t.undone_at IS NULL) ORDER BY t.n DESC`,
    { id, forStudent: forStudent ? 1 : 0 },
  ).map(({ n, takenBackAt, sentBackAt, undoneAt, placed, counting, ...attempt }) => ({
    submissionId: id,
    attempt: n,
    ...attempt,
    counts: n === counting,
    placed: placed === 1,
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

/** What was said of a submission, the first first; of it all, or what its student has been shown: that never disappears again. */
function listComments(
  db: Database,
  id: SubmissionId,
  forStudent: boolean,
): AnswerOf<'readSubmission'>['comments'] {
  return all<{ commentId: string; at: Instant; text: string } & PersonName>(
    db,
    `SELECT c.id AS commentId, c.at, c.text, ${nameColumns} FROM comment c JOIN person p ON p.id = c.by_id
     WHERE c.submission_id = :id AND (:all = 1 OR c.shown_at IS NOT NULL) ORDER BY c.at, c.rowid`,
    { id, all: forStudent ? 0 : 1 },
  ).map(({ commentId, at, text, ...by }) => ({ id: commentId, at, text, by }));
}

export interface StoredPiece {
  isGone: boolean;
  /** Whether it was placed with the wrong student and taken out again. */
  isUndone: boolean;
  afterwards: Afterwards;
  name: string;
  mime: string;
  sha256: Sha256;
  bytes: number;
}

export function findPiece(db: Database, id: PieceId): StoredPiece {
  const row = one<Omit<StoredPiece, 'isGone' | 'isUndone'> & { isGone: number; isUndone: number }>(
    db,
    `SELECT a.afterwards, q.name, q.mime, q.sha256, q.bytes, t.taken_back_at IS NOT NULL AS isGone,
       t.undone_at IS NOT NULL AS isUndone
     FROM piece q JOIN submission s ON s.id = q.submission_id JOIN assignment a ON a.id = s.assignment_id
     JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt WHERE q.id = ?`,
    [id],
  );
  if (!row) throw new Failure('not-found');
  return { ...row, isGone: row.isGone === 1, isUndone: row.isUndone === 1 };
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

export function addComment(
  school: School,
  by: PersonId,
  id: SubmissionId,
  { text, attempt }: { text: string; attempt: number },
): void {
  together(school.db, () => {
    const row = findSubmission(school.db, id);
    if (attempt > row.attempts) throw new Failure('nothing-in');
    const at = nowOnLedger(school);
    // What is said of work that is with its student again is for them to read at once.
    addCommentTo(school.db, { id, by, text, at, isShown: row.handedBackAt !== null });
    writeEvent(school, by, 'commented', aboutOf(row), { textSha256: sha256Hex(text), attempt }, at);
  });
}

/** Keeps what somebody says of a submission. Inside the caller's transaction, which writes the line of the ledger. */
export function addCommentTo(
  db: Database,
  said: { id: SubmissionId; by: PersonId; text: string; at: Instant; isShown: boolean },
): void {
  const { id, by, text, at, isShown } = said;
  run(db, 'INSERT INTO comment (id, submission_id, by_id, at, text, shown_at) VALUES (?, ?, ?, ?, ?, ?)', [
    newId('k'),
    id,
    by,
    at,
    text,
    isShown ? at : null,
  ]);
}

/** An act on what somebody looked at: the attempt that counts must still be that one. Fails with `nothing-in`, `newer-attempt`. */
function requireCounting(row: SubmissionRow, attempt: number): void {
  if (row.attempt === 0) throw new Failure('nothing-in');
  if (row.attempt !== attempt) throw new Failure('newer-attempt', { attempt: row.attempt });
}

/** Writes what is said of the attempt that counts to it, and has its submission show it. Inside the caller's transaction. */
function say(
  db: Database,
  row: SubmissionRow,
  said: Partial<Record<'reviewed_at' | 'handed_back_at', Instant | null> & { held: 0 }>,
): void {
  const columns = Object.keys(said).map((column) => `${column} = :${column}`);
  run(db, `UPDATE attempt SET ${columns.join(', ')} WHERE submission_id = :id AND n = :n`, {
    ...said,
    id: row.id,
    n: row.attempt,
  });
  settle(db, row.id);
}

/** Marks an attempt as reviewed. Doing it again changes nothing. Fails with `nothing-in`, `newer-attempt`. */
export function markReviewed(school: School, by: PersonId, id: SubmissionId, attempt: number): void {
  together(school.db, () => {
    const row = findSubmission(school.db, id);
    requireCounting(row, attempt);
    if (row.reviewedAt !== null) return;
    const at = nowOnLedger(school);
    say(school.db, row, { reviewed_at: at });
    writeEvent(school, by, 'reviewed', aboutOf(row), { attempt }, at);
  });
}

/** What an act on several submissions came to: those it changed, and those of which a newer attempt counts. */
export interface Acted {
  changed: SubmissionId[];
  newer: number;
}

/** Lets held work through. */
export function approve(school: School, by: PersonId, course: CourseId, works: readonly Work[]): Acted {
  return changeEach(school, course, works, (row) => {
    if (row.held === 0) return false;
    say(school.db, row, { held: 0 });
    writeEvent(school, by, 'approved', aboutOf(row), { attempt: row.attempt });
    return true;
  });
}

/** Takes the mark 'reviewed' off again. What was handed back stays handed back. Fails with `newer-attempt`. */
export function withdrawReview(school: School, by: PersonId, id: SubmissionId, attempt: number): void {
  together(school.db, () => {
    const row = findSubmission(school.db, id);
    requireCounting(row, attempt);
    if (row.reviewedAt === null || row.handedBackAt !== null) return;
    say(school.db, row, { reviewed_at: null });
    writeEvent(school, by, 'review withdrawn', aboutOf(row), { attempt });
  });
}

/** Hands pieces back to their students, all in one step; what is not reviewed yet is so from now on. */
export function handBack(school: School, by: PersonId, course: CourseId, works: readonly Work[]): Acted {
  return changeEach(school, course, works, (row) => {
    if (row.handedBackAt !== null || row.attempt === 0) return false;
    const at = nowOnLedger(school);
    const { attempt } = row;
    // What is handed back is no longer held.
    if (row.held === 1) writeEvent(school, by, 'approved', aboutOf(row), { attempt }, at);
    if (row.reviewedAt === null) writeEvent(school, by, 'reviewed', aboutOf(row), { attempt }, at);
    say(school.db, row, { held: 0, reviewed_at: row.reviewedAt ?? at, handed_back_at: at });
    run(school.db, 'UPDATE comment SET shown_at = :at WHERE submission_id = :id AND shown_at IS NULL', {
      id: row.id,
      at,
    });
    writeEvent(school, by, 'handed back', aboutOf(row), { attempt }, at);
    queueReturnLetter(school, by, row.id, { isAgain: false });
    return true;
  });
}

/** A submission, and the attempt of it that an act means. */
export interface Work {
  submissionId: SubmissionId;
  attempt: number;
}

/**
 * Changes submissions of one course, all or none; `change` says of each whether it changed it. One of which another attempt
 * counts than the one that is meant is left as it is.
 */
export function changeEach(
  school: School,
  course: CourseId,
  works: readonly Work[],
  change: (row: SubmissionRow) => boolean,
): Acted {
  return together(school.db, () => {
    const meant = new Map(works.map(({ submissionId, attempt }) => [submissionId, attempt]));
    const acted: Acted = { changed: [], newer: 0 };
    for (const [id, attempt] of meant) {
      const row = findSubmission(school.db, id);
      if (row.courseId !== course) throw new Failure('not-found');
      if (row.attempt !== 0 && row.attempt !== attempt) acted.newer += 1;
      else if (change(row)) acted.changed.push(id);
    }
    return acted;
  });
}
