import { sha256Hex, type CommentId, type Instant, type PersonId, type SubmissionId } from '@vestibul/core';
import { MOST_ANSWERS } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { one, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { countAnswers, newestShown, setReadUntil } from '../submissions/shown';
import { aboutOf, findSubmission } from '../submissions/submissions';
import { addCommentTo } from './comments';

/**
 * Answers a comment that its student can read: both sides see the answer at once. Fails with `not-found`, `not-handed-back`,
 * `too-many-answers`.
 */
export function answerComment(
  school: School,
  by: PersonId,
  id: SubmissionId,
  comment: CommentId,
  text: string,
): void {
  const { db } = school;
  together(db, () => {
    const { attempt } = findShown(db, id, comment);
    const { said } = one<{ said: number }>(db, 'SELECT COUNT(*) AS said FROM comment WHERE answers_id = ?', [
      comment,
    ])!;
    if (said >= MOST_ANSWERS) throw new Failure('too-many-answers', { most: MOST_ANSWERS });
    const at = nowOnLedger(school);
    addCommentTo(db, { id, attempt, by, text, at, isShown: true, place: null, answers: comment });
    // Who answers wants it looked at again.
    run(db, 'UPDATE comment SET done_at = NULL WHERE id = ?', [comment]);
    countAnswers(db, id);
    const facts = { textSha256: sha256Hex(text), attempt };
    writeEvent(school, by, 'answered', aboutOf(findSubmission(db, id)), facts, at);
  });
}

/** Says that a comment is done with, or not any more. Fails with `not-found`, `not-handed-back`. */
export function setDone(
  school: School,
  by: PersonId,
  id: SubmissionId,
  comment: CommentId,
  isDone: boolean,
): void {
  const { db } = school;
  together(db, () => {
    const { attempt, textSha256, doneAt } = findShown(db, id, comment);
    if ((doneAt !== null) === isDone) return;
    const at = nowOnLedger(school);
    run(db, 'UPDATE comment SET done_at = :doneAt WHERE id = :comment', {
      comment,
      doneAt: isDone ? at : null,
    });
    countAnswers(db, id);
    const about = aboutOf(findSubmission(db, id));
    writeEvent(school, by, isDone ? 'comment done' : 'comment opened', about, { textSha256, attempt }, at);
  });
}

/** A comment that both sides can read. */
function findShown(db: Database, id: SubmissionId, comment: CommentId) {
  const found = one<{ attempt: number; text: string; shownAt: Instant | null; doneAt: Instant | null }>(
    db,
    `SELECT attempt, text, shown_at AS shownAt, done_at AS doneAt FROM comment
     WHERE id = :comment AND submission_id = :id AND answers_id IS NULL`,
    { comment, id },
  );
  if (!found) throw new Failure('not-found');
  if (found.shownAt === null) throw new Failure('not-handed-back');
  return { attempt: found.attempt, doneAt: found.doneAt, textSha256: sha256Hex(found.text) };
}

/** Notes that a student has read what came back until a moment; what came later is new still. */
export function markRead(school: School, by: PersonId, id: SubmissionId, upTo: Instant): void {
  const { db } = school;
  together(db, () => {
    const newest = newestShown(db, id);
    if (newest === null) return;
    const readUntil = upTo < newest ? upTo : newest;
    const row = findSubmission(db, id);
    if (setReadUntil(db, id, readUntil))
      writeEvent(school, by, 'read', aboutOf(row), { attempt: row.attempt });
  });
}
