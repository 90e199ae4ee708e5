import {
  mayKeepAccount,
  mayRename,
  writeAccountLetter,
  type AccountFacts,
  type AccountNews,
  type CourseId,
  type Instant,
  type PersonId,
  type Keeper,
  writeSlipCode,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { newSlipCode } from './tokens';
import { endSessionsOf, endWelcomeLinks, makeWelcomeLink, welcomePath } from './sessions';
import { Failure } from '../platform/failure';
import { queueLetter } from '../platform/mail/outbox';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { readSchool } from '../school/facts';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { bareNameColumns, changeContact, findPerson } from '../school/people';

/** The facts about a student that decide who may keep their account, as columns of `person p` and a course `:course`. */
export const accountColumns = `p.brought_by IS :course AS broughtHere, p.password_hash IS NOT NULL AS hasPassword,
  EXISTS (SELECT 1 FROM enrolment o WHERE o.student_id = p.id AND o.course_id <> :course) AS isElsewhere`;

type StoredFacts = Record<keyof AccountFacts, number>;

export const toAccountFacts = (row: StoredFacts): AccountFacts => ({
  broughtHere: row.broughtHere === 1,
  isElsewhere: row.isElsewhere === 1,
  hasPassword: row.hasPassword === 1,
});

export function accountFacts(db: Database, course: CourseId, student: PersonId): AccountFacts {
  return toAccountFacts(
    one<StoredFacts>(db, `SELECT ${accountColumns} FROM person p WHERE p.id = :student`, {
      course,
      student,
    })!,
  );
}

/** Fails with `office-only` unless somebody may change these things of a student. Inside the caller's transaction. */
export function requireKeeper(
  school: School,
  keeper: Keeper,
  course: CourseId,
  student: PersonId,
  changes: { name: boolean; contact: boolean },
): void {
  const facts = accountFacts(school.db, course, student);
  if (changes.contact && !mayKeepAccount(keeper, facts))
    throw new Failure('office-only', { what: 'account' });
  if (changes.name && !mayRename(keeper, facts)) throw new Failure('office-only', { what: 'name' });
}

type Contact = Parameters<typeof changeContact>[3];

/** Changes how somebody is reached and known, with its line, and tells them. Inside the caller's transaction. */
export function changeAccount(school: School, by: PersonId, id: PersonId, contact: Contact): boolean {
  const before = findPerson(school.db, id)!;
  if (!changeContact(school, by, id, contact)) return false;
  if (before.email !== contact.email) tellOfAccount(school, by, id, 'address changed', [before.email]);
  return true;
}

/**
 * Tells somebody what another did to their account: on their next Today, and by letter where they can be reached, also under
 * an address that is theirs no more. Inside the caller's transaction.
 */
export function tellOfAccount(
  school: School,
  by: PersonId,
  id: PersonId,
  kind: AccountNews,
  alsoTo: readonly string[] = [],
): void {
  if (by === id) return;
  run(school.db, 'INSERT INTO account_news (id, person_id, at, kind, by_id) VALUES (?, ?, ?, ?, ?)', [
    newId('n'),
    id,
    school.now(),
    kind,
    by,
  ]);
  const { email, called, first } = findPerson(school.db, id)!;
  if (!school.mail) return;
  const letter = writeAccountLetter({
    kind,
    called: called || first,
    school: readSchool(school.db)?.name ?? '',
    address: school.address(),
  });
  for (const to of new Set([email, ...alsoTo].filter(Boolean))) queueLetter(school, to, letter);
}

/** Makes a one-time link for somebody, with its line. Inside the caller's transaction. */
export function makeLink(school: School, by: PersonId, id: PersonId, replaces: boolean): string {
  const link = welcomePath(makeWelcomeLink(school, id, replaces));
  writeEvent(school, by, 'link made', { person: id }, {});
  return link;
}

/** The same as a code that can be typed from paper. Inside the caller's transaction. */
export function makeSlip(school: School, by: PersonId, id: PersonId): { code: string; link: string } {
  // Whoever prints slips leaves those of others as they are.
  const code = makeWelcomeLink(school, id, false, newSlipCode());
  writeEvent(school, by, 'link made', { person: id }, {});
  tellOfAccount(school, by, id, 'link made');
  return { code: writeSlipCode(code), link: welcomePath(code) };
}

/** The same for somebody who is here already, and is told of it. */
export function issueLink(school: School, by: PersonId, id: PersonId, replaces: boolean): string {
  const link = makeLink(school, by, id, replaces);
  tellOfAccount(school, by, id, 'link made');
  return link;
}

/** Closes an account: signing in, sessions, open streams, feeds and links end at once. Doing it again changes nothing. */
export function closeAccount(school: School, by: PersonId, id: PersonId): void {
  together(school.db, () => {
    if (by === id) throw new Failure('not-allowed');
    const changed = run(
      school.db,
      'UPDATE person SET closed_at = :at, feed_token = NULL WHERE id = :id AND closed_at IS NULL',
      { id, at: school.now() },
    );
    if (changed === 0) return;
    endWelcomeLinks(school, id);
    endSessionsOf(school, id);
    writeEvent(school, by, 'account closed', { person: id }, {});
    tellOfAccount(school, by, id, 'closed');
  });
}

export function openAccount(school: School, by: PersonId, id: PersonId): void {
  together(school.db, () => {
    const changed = run(
      school.db,
      'UPDATE person SET closed_at = NULL WHERE id = ? AND closed_at IS NOT NULL',
      [id],
    );
    if (changed === 0) return;
    writeEvent(school, by, 'account opened', { person: id }, {});
    tellOfAccount(school, by, id, 'opened');
  });
}

/** Signs somebody out everywhere, but for the session of `except`. */
export function signOutEverywhere(
  school: School,
  by: PersonId,
  id: PersonId,
  except: string | null = null,
): { ended: number } {
  return together(school.db, () => {
    const ended = endSessionsOf(school, id, except);
    writeEvent(school, by, 'signed out everywhere', { person: id }, { sessions: ended });
    if (ended > 0) tellOfAccount(school, by, id, 'signed out');
    return { ended };
  });
}

/** What others did to somebody's account and they have not seen yet. */
export function listAccountNews(db: Database, id: PersonId): AnswerOf<'listAccountNews'> {
  return all<{
    at: Instant;
    kind: AccountNews;
    last: string | null;
    first: string | null;
    called: string | null;
    apart: string;
  }>(
    db,
    `SELECT n.at, n.kind, ${bareNameColumns} FROM account_news n LEFT JOIN person p ON p.id = n.by_id
     WHERE n.person_id = ? AND n.seen_at IS NULL ORDER BY n.at DESC LIMIT 20`,
    [id],
  ).map(({ at, kind, last, first, called, apart }) => ({
    at,
    kind,
    by: last === null ? null : { last, first: first ?? '', called: called ?? '', apart },
  }));
}

/** Notes that somebody has seen what was done to their account until now. */
export function markNewsSeen(school: School, id: PersonId): void {
  run(school.db, 'UPDATE account_news SET seen_at = :at WHERE person_id = :id AND seen_at IS NULL', {
    id,
    at: school.now(),
  });
}
