import type { Database } from '../platform/database/database';
import { run } from '../platform/database/database';
import { settle } from '../submissions/settle';
import type { Work } from './review';

/**
 * What was said and given of an attempt, and no student has read, goes along to where the work belongs. Inside the caller's
 * transaction.
 */
export function moveSaid(db: Database, from: Work, to: Work): void {
  const places = { from: from.submissionId, of: from.attempt, to: to.submissionId, n: to.attempt };
  for (const said of ['comment', 'score'])
    run(
      db,
      `UPDATE ${said} SET submission_id = :to, attempt = :n
       WHERE submission_id = :from AND attempt = :of AND shown_at IS NULL`,
      places,
    );
  run(
    db,
    'UPDATE note SET submission_id = :to, attempt = :n WHERE submission_id = :from AND attempt = :of',
    places,
  );
  settle(db, from.submissionId);
  settle(db, to.submissionId);
}
