import type { PersonId, SubmissionId } from '@vestibul/core';
import { run, type Database } from '../platform/database/database';

/**
 * Keeps who of the staff last said something of a submission, scored or reviewed it: so that those who share a pile see what
 * another has begun. Inside the transaction of that act.
 */
export function keepWhoWorkedOn(db: Database, id: SubmissionId, by: PersonId): void {
  run(db, 'UPDATE submission SET worked_on_by = ? WHERE id = ?', [by, id]);
}
