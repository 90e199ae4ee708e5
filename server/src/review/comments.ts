import { sha256Hex, type Instant, type PersonId, type SubmissionId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { nameColumns, type PersonName } from '../school/people';
import { aboutOf, findSubmission } from '../submissions/submissions';

/** Keeps a comment, and answers whether its student reads it at once. Fails with `nothing-in`. */
export function addComment(
  school: School,
  by: PersonId,
  id: SubmissionId,
  { text, attempt }: { text: string; attempt: number },
): { isShown: boolean } {
  return together(school.db, () => {
    const row = findSubmission(school.db, id);
    if (attempt > row.attempts) throw new Failure('nothing-in');
    const at = nowOnLedger(school);
    // What is said of work that is with its student again is for them to read at once.
    const isShown = row.handedBackAt !== null;
    addCommentTo(school.db, { id, attempt, by, text, at, isShown });
    writeEvent(school, by, 'commented', aboutOf(row), { textSha256: sha256Hex(text), attempt }, at);
    return { isShown };
  });
}

/** Keeps what somebody says of a submission. Inside the caller's transaction, which writes the line of the ledger. */
export function addCommentTo(
  db: Database,
  said: { id: SubmissionId; attempt: number; by: PersonId; text: string; at: Instant; isShown: boolean },
): void {
  const { id, attempt, by, text, at, isShown } = said;
  run(
    db,
    'INSERT INTO comment (id, submission_id, attempt, by_id, at, text, shown_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [newId('k'), id, attempt, by, at, text, isShown ? at : null],
  );
}

/**
 * What was said of work that is handed back is for its student to read from now on; of an attempt that was placed with them by
 * mistake nothing is. Inside the caller's transaction.
 */
export function showComments(db: Database, id: SubmissionId, at: Instant): void {
  run(
    db,
    `UPDATE comment SET shown_at = :at WHERE submission_id = :id AND shown_at IS NULL
       AND attempt NOT IN (SELECT n FROM attempt WHERE submission_id = :id AND undone_at IS NOT NULL)`,
    { id, at },
  );
}

/** What was said of a submission, the first first; of it all, or what its student has been shown: that never disappears again. */
export function listComments(
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
