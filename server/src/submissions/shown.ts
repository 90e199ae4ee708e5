import type { Instant, SubmissionId } from '@vestibul/core';
import { one, run, type Database } from '../platform/database/database';

/**
 * When the newest came of what the student of a submission (under the alias `s`) can read: the work handed back, a score, a
 * comment or an answer, or other words in one of them; null where nothing did. What they wrote themselves is not new to them.
 */
export const newestShownColumn = `(SELECT MAX(at) FROM (
    SELECT handed_back_at AS at FROM attempt WHERE submission_id = s.id
    UNION ALL SELECT shown_at FROM score WHERE submission_id = s.id
    UNION ALL SELECT CASE WHEN edited_at > shown_at THEN edited_at ELSE shown_at END FROM comment
      WHERE submission_id = s.id AND by_id <> s.student_id))`;

export function newestShown(db: Database, id: SubmissionId): Instant | null {
  const sql = `SELECT ${newestShownColumn} AS at FROM submission s WHERE s.id = ?`;
  return one<{ at: Instant | null }>(db, sql, [id])!.at;
}

/** Keeps until when its student has read what came back; tells whether that was further than before. */
export function setReadUntil(db: Database, id: SubmissionId, readUntil: Instant): boolean {
  return (
    run(
      db,
      `UPDATE submission SET read_until = :readUntil WHERE id = :id AND COALESCE(read_until, '') < :readUntil`,
      { id, readUntil },
    ) > 0
  );
}

/**
 * Has a submission tell how many of its comments wait for the staff: open ones, whose last word is its student's. Inside the
 * transaction that changes one.
 */
export function countAnswers(db: Database, id: SubmissionId): void {
  run(
    db,
    `UPDATE submission SET answers = (SELECT COUNT(*) FROM comment c
       WHERE c.submission_id = :id AND c.answers_id IS NULL AND c.done_at IS NULL AND submission.student_id =
         (SELECT l.by_id FROM comment l WHERE l.answers_id = c.id ORDER BY l.at DESC, l.rowid DESC LIMIT 1))
     WHERE id = :id`,
    { id },
  );
}
