import type { Database } from '../platform/database/database';
import { run } from '../platform/database/database';
import { settle } from '../submissions/settle';
import type { Work } from './review';

/**
 * What was said and given of an attempt, and no student has read, goes along to where the work belongs. Inside the caller's
 * transaction.
 */
export function moveSaid(db: Database, from: Work, to: Work): void {
  const attempts = { from: from.submissionId, of: from.attempt, to: to.submissionId, n: to.attempt };
  for (const said of ['comment', 'score'])
    run(
      db,
      `UPDATE ${said} SET submission_id = :to, attempt = :n
       WHERE submission_id = :from AND attempt = :of AND shown_at IS NULL`,
      attempts,
    );
  run(
    db,
    'UPDATE note SET submission_id = :to, attempt = :n WHERE submission_id = :from AND attempt = :of',
    attempts,
  );
  // The same bytes are another piece there: what was said at a place of them is so still.
  run(
    db,
    `UPDATE comment SET piece_id = (SELECT now.id FROM piece now JOIN piece was ON was.sha256 = now.sha256
         WHERE was.id = comment.piece_id AND now.submission_id = :to AND now.attempt = :n ORDER BY now.n LIMIT 1)
     WHERE submission_id = :to AND attempt = :n AND piece_id IS NOT NULL`,
    { to: attempts.to, n: attempts.n },
  );
  settle(db, from.submissionId);
  settle(db, to.submissionId);
}
