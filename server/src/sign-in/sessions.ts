import { readSlipCode, toInstant, type Instant, type PersonId, type SessionId } from '@vestibul/core';
import type { Cookie } from '../platform/http/cookies';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run } from '../platform/database/database';
import { personColumns, type PersonRow } from '../school/people';
import { hashOf, newToken } from './tokens';

const DAY = 86_400_000;
/** How long somebody stays signed in, and how long a one-time link can be used. */
const SESSION_DAYS = 30;
const LINK_DAYS = 14;
/** Most one-time links of one person that can be used at a time, and most browsers that are known as theirs. */
const MOST_LINKS = 5;
const MOST_DEVICES = 20;
/** Longest that is kept of what a browser says of itself, in characters. */
const LONGEST_DEVICE = 120;

export const SESSION_COOKIE = 'vestibul_session';
const SECONDS_OF_DAY = 86_400;
export const sessionCookie: Cookie = {
  name: SESSION_COOKIE,
  path: '/',
  maxAge: SESSION_DAYS * SECONDS_OF_DAY,
};
/** Says that a browser has signed in before; lets nobody in. */
export const deviceCookie: Cookie = {
  name: 'vestibul_device',
  path: '/api/session',
  maxAge: 365 * SECONDS_OF_DAY,
};

const inDays = (school: School, days: number) => toInstant(Date.parse(school.now()) + days * DAY);

/** Starts a session; the token goes into the cookie, only its hash is kept. Sessions that ended are cleared away. */
export function startSession(school: School, person: PersonId, device = ''): string {
  const token = newToken();
  run(school.db, 'DELETE FROM session WHERE expires_at < ?', [school.now()]);
  run(
    school.db,
    `INSERT INTO session (token_hash, id, person_id, device, created_at, expires_at)
     VALUES (:token, :id, :person, :device, :at, :expires)`,
    {
      token: hashOf(token),
      id: newId<SessionId>('e'),
      person,
      device: device.slice(0, LONGEST_DEVICE),
      at: school.now(),
      expires: inDays(school, SESSION_DAYS),
    },
  );
  return token;
}

/** Ends one session; whatever is open by it ends too. */
export function endSession(school: School, token: string): void {
  const session = one<{ person: PersonId }>(
    school.db,
    'SELECT person_id AS person FROM session WHERE token_hash = ?',
    [hashOf(token)],
  );
  run(school.db, 'DELETE FROM session WHERE token_hash = ?', [hashOf(token)]);
  if (session) school.rights.changed(session.person);
}

/** Ends one session of somebody by its name; false where they have none of that name. */
export function endSessionOf(school: School, person: PersonId, id: SessionId): boolean {
  const ended = run(school.db, 'DELETE FROM session WHERE id = ? AND person_id = ?', [id, person]);
  school.rights.changed(person);
  return ended > 0;
}

/** Ends all sessions of somebody, but for the one of `except`; returns how many there were. */
export function endSessionsOf(school: School, person: PersonId, except: string | null = null): number {
  const ended = run(
    school.db,
    'DELETE FROM session WHERE person_id = :person AND token_hash IS NOT :except',
    {
      person,
      except: except && hashOf(except),
    },
  );
  school.rights.changed(person);
  return ended;
}

/** Where somebody is signed in, the newest first. */
export function listSessions(
  school: School,
  person: PersonId,
  token: string,
): { id: SessionId; startedAt: Instant; device: string; isThis: boolean }[] {
  return all<{ id: SessionId; startedAt: Instant; device: string; isThis: number }>(
    school.db,
    `SELECT id, created_at AS startedAt, device, token_hash = :token AS isThis FROM session
     WHERE person_id = :person AND expires_at > :now ORDER BY created_at DESC LIMIT 100`,
    { person, token: hashOf(token), now: school.now() },
  ).map((session) => ({ ...session, isThis: session.isThis === 1 }));
}

/** Who a session's token belongs to; null when it is nobody's, has ended, or the account is closed. */
export function findSession(school: School, token: string): PersonRow | null {
  return (
    one<PersonRow>(
      school.db,
      `SELECT ${personColumns} FROM session s JOIN person p ON p.id = s.person_id
       WHERE s.token_hash = ? AND s.expires_at > ? AND p.closed_at IS NULL`,
      [hashOf(token), school.now()],
    ) ?? null
  );
}

/** Notes that a browser has signed in to an account; returns the token by which it is known, the one it has or a new one. */
export function rememberDevice(school: School, person: PersonId, known: string | undefined): string {
  const token = known && /^[\w-]{43}$/.test(known) ? known : newToken();
  run(
    school.db,
    `INSERT INTO device (token_hash, person_id, seen_at) VALUES (:token, :person, :at)
     ON CONFLICT (token_hash, person_id) DO UPDATE SET seen_at = excluded.seen_at`,
    { token: hashOf(token), person, at: school.now() },
  );
  run(
    school.db,
    `DELETE FROM device WHERE person_id = :person AND seen_at < (
       SELECT MIN(seen_at) FROM (SELECT seen_at FROM device WHERE person_id = :person ORDER BY seen_at DESC LIMIT :most))`,
    { person, most: MOST_DEVICES },
  );
  return token;
}

/** Whether a browser has signed in to this very account before. */
export function isKnownDevice(school: School, person: PersonId, token: string | undefined): boolean {
  return (
    token !== undefined &&
    one(school.db, 'SELECT 1 FROM device WHERE token_hash = ? AND person_id = ?', [hashOf(token), person]) !==
      undefined
  );
}

/**
 * Makes a one-time link for a person (or, with null, for the first office account). Earlier ones stop working where they are
 * replaced; else the newest few go on. The token is that of a link that is sent, or the code of a slip that is typed.
 */
export function makeWelcomeLink(
  school: School,
  person: PersonId | null,
  replaces = true,
  token = newToken(),
): string {
  if (replaces) endWelcomeLinks(school, person);
  run(
    school.db,
    'INSERT INTO welcome_link (token_hash, person_id, made_at, expires_at) VALUES (?, ?, ?, ?)',
    [hashOf(token), person, school.now(), inDays(school, LINK_DAYS)],
  );
  run(
    school.db,
    `DELETE FROM welcome_link WHERE person_id IS :person AND used_at IS NULL AND rowid NOT IN (
       SELECT rowid FROM welcome_link WHERE person_id IS :person AND used_at IS NULL ORDER BY made_at DESC, rowid DESC LIMIT :most)`,
    { person, most: MOST_LINKS },
  );
  return token;
}

/** Has all unused one-time links of somebody stop working. */
export function endWelcomeLinks(school: School, person: PersonId | null): void {
  run(school.db, 'DELETE FROM welcome_link WHERE person_id IS ? AND used_at IS NULL', [person]);
}

/** What an unused one-time link is for; undefined when it was used, has run out, never was, or its account is closed. */
export function findWelcomeLink(school: School, token: string): { personId: PersonId | null } | undefined {
  return one(
    school.db,
    `SELECT l.person_id AS personId FROM welcome_link l LEFT JOIN person p ON p.id = l.person_id
     WHERE l.token_hash = ? AND l.used_at IS NULL AND l.expires_at > ? AND p.closed_at IS NULL`,
    [hashOf(readSlipCode(token) ?? token), school.now()],
  );
}

/** Uses a link up; false when somebody else was faster. */
export function useWelcomeLink(school: School, token: string, at: Instant): boolean {
  return (
    run(school.db, 'UPDATE welcome_link SET used_at = ? WHERE token_hash = ? AND used_at IS NULL', [
      at,
      hashOf(readSlipCode(token) ?? token),
    ]) === 1
  );
}

/** The path a one-time link has in the application. */
export const welcomePath = (token: string) => `/welcome/${token}`;
