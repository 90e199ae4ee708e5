import { fullName, type PersonId } from '@vestibul/core';
import { one, type Database } from '../store/database';
import type { Outgoing } from './Mailer';

/** Whom the answer to a letter goes to that somebody of the staff wrote; null where they have no address. */
export function answersTo(db: Database, person: PersonId): Outgoing['replyTo'] {
  const found = one<{ first: string; last: string; called: string; address: string }>(
    db,
    'SELECT first, last, called, email AS address FROM person WHERE id = ?',
    [person],
  );
  if (!found || found.address === '') return null;
  return { name: fullName(found.called || found.first, found.last), address: found.address };
}
