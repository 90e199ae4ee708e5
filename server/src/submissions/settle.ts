import {
  countingAttempt,
  type AssignmentId,
  type AttemptFacts,
  type Counting,
  type FileId,
  type Instant,
  type SubmissionId,
} from '@vestibul/core';
import { all, one, run, type Database } from '../platform/database/database';
import { countedOfShown, pointsColumn, shownColumn } from './pointsColumn';

interface AttemptRow {
  points: number | null;
  scoring: string | null;
  lateRule: string | null;
  n: number;
  at: Instant;
  lateMs: number;
  reviewedAt: Instant | null;
  handedBackAt: Instant | null;
  takenBackKey: string | null;
  takenBackAt: string | null;
  sentBackAt: string | null;
}

type Attempt = AttemptFacts & Pick<AttemptRow, 'at' | 'reviewedAt' | 'handedBackAt' | 'takenBackKey'>;

/** The attempts of a submission, the first first. */
export function listAttempts(db: Database, id: SubmissionId): Attempt[] {
  return all<AttemptRow>(
    db,
    // A score counts once it is handed back: before that nothing of it shows.
    `SELECT n, at, late_ms AS lateMs, taken_back_at AS takenBackAt, sent_back_at AS sentBackAt,
       reviewed_at AS reviewedAt, handed_back_at AS handedBackAt, taken_back_key AS takenBackKey,
       ${shownColumn('points', 'attempt.submission_id', 'attempt.n')} AS points,
       ${shownColumn('scoring', 'attempt.submission_id', 'attempt.n')} AS scoring,
       ${shownColumn('late_rule', 'attempt.submission_id', 'attempt.n')} AS lateRule
     FROM attempt
     WHERE submission_id = ? ORDER BY n`,
    [id],
  ).map(({ takenBackAt, sentBackAt, points, scoring, lateRule, ...attempt }) => ({
    ...attempt,
    score: countedOfShown({ points, scoring, lateRule, lateMs: attempt.lateMs })?.points ?? null,
    isGone: takenBackAt !== null || sentBackAt !== null,
  }));
}

/** Whether an owner's file has changed since it was turned in, of the attempt that a `submission` shows. */
const hasDrifted = (attempt: string) => `EXISTS (SELECT 1 FROM piece q JOIN file f ON f.id = q.file_id
  WHERE q.submission_id = submission.id AND q.attempt = ${attempt} AND f.sha256 <> q.sha256)`;

/** Has every submission that shows a file tell whether it has changed. Inside the transaction that changes it. */
export function settleDrift(db: Database, file: FileId): void {
  run(
    db,
    `UPDATE submission SET drifted = ${hasDrifted('submission.attempt')}
     WHERE id IN (SELECT submission_id FROM piece WHERE file_id = ?)`,
    [file],
  );
}

/**
 * Has a submission show the attempt that counts, with what was said of that very attempt. Inside the caller's transaction.
 */
export function settle(db: Database, id: SubmissionId): void {
  const { counting } = one<{ counting: Counting }>(
    db,
    'SELECT a.counting FROM submission s JOIN assignment a ON a.id = s.assignment_id WHERE s.id = ?',
    [id],
  )!;
  const attempts = listAttempts(db, id);
  run(
    db,
    `UPDATE submission SET attempts = :attempts, attempt = :n,
       turned_in_at = t.at, late_ms = COALESCE(t.late_ms, 0), held = COALESCE(t.held, 0), held_for_name = COALESCE(t.held_for_name, 0),
       pieces = (SELECT COUNT(*) FROM piece WHERE submission_id = :id AND attempt = :n),
       top_piece_id = (SELECT id FROM piece WHERE submission_id = :id AND attempt = :n ORDER BY n LIMIT 1),
       reviewed_at = t.reviewed_at, handed_back_at = t.handed_back_at, drifted = ${hasDrifted(':n')},
       points = ${pointsColumn(':id', ':n')}
     FROM (SELECT 1) LEFT JOIN attempt t ON t.submission_id = :id AND t.n = :n
     WHERE submission.id = :id`,
    { id, attempts: attempts.length, n: countingAttempt(attempts, counting)?.n ?? 0 },
  );
}

/** The same for all submissions of an assignment whose choice of the attempt that counts has changed. */
export function settleAssignment(db: Database, assignment: AssignmentId): void {
  for (const { id } of all<{ id: SubmissionId }>(db, 'SELECT id FROM submission WHERE assignment_id = ?', [
    assignment,
  ]))
    settle(db, id);
}
