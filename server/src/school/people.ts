import {
  nameKey,
  sha256Hex,
  type CourseId,
  type ListedPerson,
  type PersonId,
  type Standing,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';

export interface PersonRow {
  id: PersonId;
  standing: Standing;
  last: string;
  first: string;
  called: string;
  /** What tells them from whoever is shown by the same name; '' where nobody is. */
  apart: string;
  email: string;
}

/** The name that somebody is shown by, as it is compared, in its two halves. */
const shownName = (alias: string) =>
  `lower(${alias}.last), lower(CASE WHEN ${alias}.called <> '' THEN ${alias}.called ELSE ${alias}.first END)`;

/** What tells somebody from those who are shown by the same name, under the alias `p`: their number, else their account. */
const apart = `CASE WHEN EXISTS (
    SELECT 1 FROM person o WHERE (${shownName('o')}) = (${shownName('p')}) AND o.id <> p.id)
  THEN COALESCE(NULLIF(p.number, ''), NULLIF(p.username, ''), p.email) ELSE '' END AS apart`;

/** The columns of a person's name without who they are, under the alias `p`. */
export const bareNameColumns = `p.last, p.first, p.called, ${apart}`;

/** The columns of a person's name, for joining into other queries under the alias `p`. */
export const nameColumns = `p.id, ${bareNameColumns}`;

/** The columns of a `PersonRow`, under the alias `p`. */
export const personColumns = `${nameColumns}, p.standing, p.email`;

/** What somebody is greeted by in a letter, under the alias `p`. */
export const greetedAs = "COALESCE(NULLIF(p.called, ''), NULLIF(p.first, ''), p.last)";

export type PersonName = Pick<PersonRow, 'id' | 'last' | 'first' | 'called' | 'apart'>;

export function findPerson(db: Database, id: PersonId): PersonRow | undefined {
  return one<PersonRow>(db, `SELECT ${personColumns} FROM person p WHERE p.id = ?`, [id]);
}

/** Name of a person for the record and the screen; throws when the id is nobody's. */
export function nameOf(db: Database, id: PersonId): PersonName {
  const found = one<PersonName>(db, `SELECT ${nameColumns} FROM person p WHERE p.id = ?`, [id]);
  if (!found) throw new Error(`no person ${id}`);
  return found;
}

export function findByEmail(db: Database, email: string): SignInRow | undefined {
  return one(
    db,
    `SELECT ${personColumns}, p.password_hash AS passwordHash, p.closed_at AS closedAt FROM person p WHERE p.email_key = ?`,
    [nameKey(email)],
  );
}

type SignInRow = PersonRow & { passwordHash: string | null; closedAt: string | null };

/**
 * Who signs in by this: an e-mail address, or an account or number that is one person's alone. Where it could be several,
 * it is nobody.
 */
export function findBySignInName(db: Database, name: string): SignInRow | undefined {
  if (name.includes('@')) return findByEmail(db, name);
  const found = all<SignInRow>(
    db,
    `SELECT ${personColumns}, p.password_hash AS passwordHash, p.closed_at AS closedAt FROM person p
     WHERE p.id IN (SELECT id FROM person WHERE username <> '' AND lower(username) = lower(:name)
       UNION SELECT id FROM person WHERE number <> '' AND number = :name) LIMIT 2`,
    { name: name.trim() },
  );
  return found.length === 1 ? found[0] : undefined;
}

/** What somebody signs in with: their e-mail address, else an account or number that nobody else has; '' for nothing. */
export function signInNameOf(db: Database, id: PersonId): string {
  const { email, username, number } = one<Pick<ListedPerson, 'email' | 'username' | 'number'>>(
    db,
    'SELECT email, username, number FROM person WHERE id = ?',
    [id],
  )!;
  return (
    email ||
    [username, number].find(
      (name) => name !== '' && !name.includes('@') && findBySignInName(db, name)?.id === id,
    ) ||
    ''
  );
}

/** Writes a new person and the ledger line that says so. Fails with `email-taken`. */
export function addPerson(
  school: School,
  by: PersonId | 'system',
  person: ListedPerson,
  standing: Standing,
  /** Of a student whom the list of a course brings into the school. */
  broughtBy: CourseId | null = null,
): PersonId {
  if (person.email && findByEmail(school.db, person.email))
    throw new Failure('email-taken', { email: person.email });
  const id = newId<PersonId>('p');
  const at = school.now();
  run(
    school.db,
    `INSERT INTO person (id, standing, last, first, called, email, email_key, username, number, sort_key, brought_by, created_at)
     VALUES (:id, :standing, :last, :first, :called, :email, :emailKey, :username, :number, :sortKey, :broughtBy, :at)`,
    {
      id,
      standing,
      last: person.last,
      first: person.first,
      called: person.called,
      email: person.email,
      emailKey: person.email ? nameKey(person.email) : null,
      username: person.username,
      number: person.number,
      sortKey: sortKey(person),
      broughtBy,
      at,
    },
  );
  writeEvent(school, by, 'person added', { person: id }, { standing }, at);
  return id;
}

/** Gives somebody another name; false when it is the one they have. */
export function renamePerson(
  school: School,
  by: PersonId,
  id: PersonId,
  name: Pick<ListedPerson, 'last' | 'first' | 'called'>,
): boolean {
  const changed = run(
    school.db,
    `UPDATE person SET last = :last, first = :first, called = :called, sort_key = :sortKey
     WHERE id = :id AND (last <> :last OR first <> :first OR called <> :called)`,
    { id, last: name.last, first: name.first, called: name.called, sortKey: sortKey(name) },
  );
  if (changed > 0)
    writeEvent(
      school,
      by,
      'person renamed',
      { person: id },
      { nameSha256: sha256Hex([name.last, name.first, name.called].join('\n')) },
    );
  return changed > 0;
}

/** Changes how somebody is reached and known by the office; false when it is so already. Fails with `email-taken`. */
export function changeContact(
  school: School,
  by: PersonId,
  id: PersonId,
  { email, username, number }: Pick<ListedPerson, 'email' | 'username' | 'number'>,
): boolean {
  const contact = { email, username, number };
  const holder = contact.email ? findByEmail(school.db, contact.email) : undefined;
  if (holder && holder.id !== id) throw new Failure('email-taken', { email: contact.email });
  const changed = run(
    school.db,
    `UPDATE person SET email = :email, email_key = :key, username = :username, number = :number
     WHERE id = :id AND (email <> :email OR username <> :username OR number <> :number)`,
    { id, ...contact, key: contact.email ? nameKey(contact.email) : null },
  );
  if (changed > 0)
    writeEvent(
      school,
      by,
      'contact changed',
      { person: id },
      { contactSha256: sha256Hex([contact.email, contact.username, contact.number].join('\n')) },
    );
  return changed > 0;
}

export function setPasswordHash(db: Database, id: PersonId, hash: string): void {
  run(db, 'UPDATE person SET password_hash = :hash WHERE id = :id', { id, hash });
}

/** One page of everybody in the school by name, from behind `after`; `find` looks at the start of names. */
export function listPeople(db: Database, find: string, after: string): AnswerOf<'listPeople'> {
  const prefix = searchKey(find);
  const [afterKey = '', afterId = ''] = after.split('\u0000');
  const rows = all<PersonRow & { sortKey: string; hasSignedIn: number; isClosed: number }>(
    db,
    `SELECT ${nameColumns}, p.standing, p.email, p.sort_key AS sortKey, p.password_hash IS NOT NULL AS hasSignedIn, p.closed_at IS NOT NULL AS isClosed
     FROM person p
     WHERE p.sort_key >= :prefix AND p.sort_key < :end AND (p.sort_key, p.id) > (:afterKey, :afterId)
     ORDER BY p.sort_key, p.id LIMIT :limit`,
    { prefix, end: `${prefix}\u{10ffff}`, afterKey, afterId, limit: PAGE_SIZE + 1 },
  );
  const page = rows.slice(0, PAGE_SIZE);
  const last = page.at(-1);
  return {
    people: page.map(({ sortKey: _key, hasSignedIn, isClosed, ...person }) => ({
      ...person,
      hasSignedIn: hasSignedIn === 1,
      isClosed: isClosed === 1,
    })),
    next: rows.length > PAGE_SIZE && last ? `${last.sortKey}\u0000${last.id}` : null,
  };
}

/** Letters without marks and case, so that 'alund' finds Ålund; other signs become spaces. */
function searchKey(text: string): string {
  return nameKey(text)
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

function sortKey(person: Pick<ListedPerson, 'last' | 'first'>): string {
  return searchKey(`${person.last} ${person.first}`);
}
