import { randomInt, timingSafeEqual } from 'node:crypto';
import { toInstant, writeCode, type DoorId, type Instant, type VisitId } from '@vestibul/core';
import { Failure } from '../platform/failure';
import { queueLetter } from '../platform/mail/outbox';
import type { Cookie } from '../platform/http/cookies';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { readSchool } from '../school/facts';
import { one, run, together } from '../platform/database/database';
import type { DoorRow } from './doors';
import { Tally } from '../sign-in/Tally';
import { hashOf, newToken } from '../sign-in/tokens';

export const VISIT_COOKIE = 'vestibul_visit';
const MINUTE = 60_000;
/** How long somebody can hand in after saying who they are, and how long a code can be used. */
const VISIT_HOURS = 12;
const CODE_MINUTES = 15;
export const visitCookie: Cookie = { name: VISIT_COOKIE, path: '/api', maxAge: VISIT_HOURS * 3600 };
/** Wrong codes before a new one is needed: a guess has a chance of one in 200,000. */
const MOST_TRIES = 5;
const HOUR = 60 * MINUTE;
/** Most codes sent to one address in an hour; most asked for from one place, which may be a whole class. */
const MOST_CODES = 4;
const MOST_CODES_OF_PLACE = 60;
/** Most visits at one door in an hour from one place: a school's year behind one address, some twice over. */
const MOST_VISITS = 400;

/** What callers did at side doors in the last hour, by where they come from; kept while the server runs. */
export class DoorTally {
  readonly visits: Tally;
  readonly codes: Tally;

  constructor(now: () => number) {
    this.visits = new Tally(HOUR, now);
    this.codes = new Tally(HOUR, now);
  }
}

export interface VisitRow {
  id: VisitId;
  doorId: DoorId;
  name: string;
  email: string;
  confirmedAt: Instant | null;
}

/** The visit that a cookie's token belongs to; null when it is none or has run out. */
export function findVisit(school: School, token: string): VisitRow | null {
  return (
    one<VisitRow>(
      school.db,
      `SELECT id, door_id AS doorId, name, email, confirmed_at AS confirmedAt FROM visit
       WHERE token_hash = ? AND expires_at > ?`,
      [hashOf(token), school.now()],
    ) ?? null
  );
}

/** Ends a visit: whoever comes to the same browser next is somebody else. What was turned in stays turned in. */
export function endVisit(school: School, id: VisitId): void {
  run(school.db, 'UPDATE visit SET expires_at = ? WHERE id = ?', [school.now(), id]);
}

/**
 * Lets somebody in at a side door under the name they give, and returns the token for their cookie. At a door for some
 * domains a code is sent to the address first. Fails with `wrong-domain`, `no-mail`, `too-many-visits`.
 */
export function beginVisit(
  school: School,
  door: DoorRow,
  guest: { name: string; email: string },
  place: string,
): string {
  const token = newToken();
  const now = Date.parse(school.now());
  const since = toInstant(now - HOUR);
  together(school.db, () => {
    if (school.doorTally.visits.count(`${door.id} ${place}`) >= MOST_VISITS)
      throw new Failure('too-many-visits', { minutes: 60 });
    const needsCode = door.domains.length > 0;
    const code = needsCode ? String(randomInt(1_000_000)).padStart(6, '0') : null;
    if (code) {
      requireDomain(door, guest.email);
      const { codes } = one<{ codes: number }>(
        school.db,
        'SELECT COUNT(*) AS codes FROM visit WHERE email = ? AND made_at > ?',
        [guest.email, since],
      )!;
      if (codes >= MOST_CODES || school.doorTally.codes.count(place) >= MOST_CODES_OF_PLACE)
        throw new Failure('too-many-visits', { minutes: 60 });
      const letter = writeCode({
        school: readSchool(school.db)?.name ?? '',
        title: door.assignmentTitle ?? door.courseTitle,
        code: `${code.slice(0, 3)} ${code.slice(3)}`,
        minutes: CODE_MINUTES,
      });
      queueLetter(school, guest.email, letter);
    }
    run(
      school.db,
      `INSERT INTO visit (id, token_hash, door_id, name, email, code_hash, made_at, expires_at)
       VALUES (:id, :token, :door, :name, :email, :code, :at, :expires)`,
      {
        id: newId<VisitId>('v'),
        token: hashOf(token),
        door: door.id,
        ...guest,
        code: code && hashOf(code),
        at: school.now(),
        expires: toInstant(now + VISIT_HOURS * 60 * MINUTE),
      },
    );
  });
  school.doorTally.visits.add(`${door.id} ${place}`);
  if (door.domains.length > 0) school.doorTally.codes.add(place);
  return token;
}

function requireDomain(door: DoorRow, email: string): void {
  const domain = email.split('@').at(-1)?.toLowerCase() ?? '';
  if (!door.domains.includes(domain)) throw new Failure('wrong-domain', { domains: door.domains.join(', ') });
}

/** Takes the code that came by mail. Fails with `wrong-code`, also when it has run out or was guessed at too often. */
export function confirmVisit(school: School, visit: VisitRow, code: string): void {
  const isRight = together(school.db, () => {
    const row = one<{ codeHash: string | null; tries: number; madeAt: Instant }>(
      school.db,
      'SELECT code_hash AS codeHash, tries, made_at AS madeAt FROM visit WHERE id = ?',
      [visit.id],
    )!;
    run(school.db, 'UPDATE visit SET tries = tries + 1 WHERE id = ?', [visit.id]);
    const isOld = Date.parse(school.now()) > Date.parse(row.madeAt) + CODE_MINUTES * MINUTE;
    if (!row.codeHash || isOld || row.tries >= MOST_TRIES) return false;
    const same = timingSafeEqual(Buffer.from(row.codeHash), Buffer.from(hashOf(code.replaceAll(' ', ''))));
    if (same)
      run(school.db, 'UPDATE visit SET confirmed_at = ?, code_hash = NULL WHERE id = ?', [
        school.now(),
        visit.id,
      ]);
    return same;
  });
  // Told outside the transaction, so that the try is counted.
  if (!isRight) throw new Failure('wrong-code');
}
