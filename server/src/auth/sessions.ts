import { toInstant, type Instant, type PersonId } from '@vestibul/core';
import type { School } from '../school';
import { one, run } from '../store/database';
import { nameColumns, type PersonRow } from '../store/people';
import { hashOf, newToken } from './tokens';

const DAY = 86_400_000;
/** How long somebody stays signed in, and how long a one-time link can be used. */
export const SESSION_DAYS = 30;
const LINK_DAYS = 14;

export const SESSION_COOKIE = 'vestibul_session';

const inDays = (school: School, days: number) => toInstant(Date.parse(school.now()) + days * DAY);

/** Starts a session; the token goes into the cookie, only its hash is kept. Sessions that ended are cleared away. */
export function startSession(school: School, person: PersonId): string {
  const token = newToken();
  run(school.db, 'DELETE FROM session WHERE expires_at < ?', [school.now()]);
  run(school.db, 'INSERT INTO session (token_hash, person_id, created_at, expires_at) VALUES (?, ?, ?, ?)', [
    hashOf(token),
    person,
    school.now(),
    inDays(school, SESSION_DAYS),
  ]);
  return token;
}

export function endSession(school: School, token: string): void {
  run(school.db, 'DELETE FROM session WHERE token_hash = ?', [hashOf(token)]);
}

/** Who a session's token belongs to; null when it is nobody's or has ended. */
export function findSession(school: School, token: string): PersonRow | null {
  return (
    one<PersonRow>(
      school.db,
      `SELECT ${nameColumns}, p.standing, p.email FROM session s JOIN person p ON p.id = s.person_id
       WHERE s.token_hash = ? AND s.expires_at > ?`,
      [hashOf(token), school.now()],
    ) ?? null
  );
}

/** Makes a one-time link for a person (or, with null, for the first office account); earlier ones stop working. */
export function makeWelcomeLink(school: School, person: PersonId | null): string {
  const token = newToken();
  run(school.db, 'DELETE FROM welcome_link WHERE person_id IS ? AND used_at IS NULL', [person]);
  run(
    school.db,
    'INSERT INTO welcome_link (token_hash, person_id, made_at, expires_at) VALUES (?, ?, ?, ?)',
    [hashOf(token), person, school.now(), inDays(school, LINK_DAYS)],
  );
  return token;
}

/** What an unused one-time link is for; undefined when it was used, has run out or never was. */
export function findWelcomeLink(school: School, token: string): { personId: PersonId | null } | undefined {
  return one(
    school.db,
    'SELECT person_id AS personId FROM welcome_link WHERE token_hash = ? AND used_at IS NULL AND expires_at > ?',
    [hashOf(token), school.now()],
  );
}

/** Uses a link up; false when somebody else was faster. */
export function useWelcomeLink(school: School, token: string, at: Instant): boolean {
  return (
    run(school.db, 'UPDATE welcome_link SET used_at = ? WHERE token_hash = ? AND used_at IS NULL', [
      at,
      hashOf(token),
    ]) === 1
  );
}

/** The path a one-time link has in the application. */
export const welcomePath = (token: string) => `/welcome/${token}`;
