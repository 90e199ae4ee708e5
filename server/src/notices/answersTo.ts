import { fullName, type PersonId } from '@vestibul/core';
import type { Database } from '../platform/database/database';
import { findPerson } from '../school/people';
import type { Outgoing } from '../platform/mail/Mailer';

/** Whom the answer to a letter goes to that somebody of the staff wrote; null where they have no address. */
export function answersTo(db: Database, id: PersonId): Outgoing['replyTo'] {
  const person = findPerson(db, id);
  if (!person || person.email === '') return null;
  return { name: fullName(person.called || person.first, person.last), address: person.email };
}
