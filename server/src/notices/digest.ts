import {
  addDays,
  instantToLocal,
  sayWhen,
  toInstant,
  writeDigest,
  type Day,
  type DigestPart,
  type Instant,
  type PersonId,
} from '@vestibul/core';
import type { School } from '../platform/School';
import { readSchool } from '../school/facts';
import { all, run, together } from '../platform/database/database';
import { listMyAssignments } from '../submissions/studentPlace';
import { greetedAs } from '../school/people';
import { queueLetter } from '../platform/mail/outbox';
import { canGetLetters, stopAddress } from './chosenLetters';
import { LETTER_HOUR } from './letterHour';

const DAY_MS = 86_400_000;
/** Letters written in one turn, so that requests get theirs; the rest follow a few seconds later. */
const AT_ONCE = 40;
/** How far a student's letter looks ahead, in milliseconds. */
const AHEAD_MS = 2 * DAY_MS;

interface Reader {
  id: PersonId;
  called: string;
  email: string;
  standing: string;
}

/** Writes the letter of the day to some of those who want one and have not had it; returns how many were looked at. */
export function writeDigests(school: School): number {
  const facts = readSchool(school.db);
  if (!school.mail || !facts) return 0;
  const now = school.now();
  const local = instantToLocal(now, facts.timeZone);
  const today = local.slice(0, 10) as Day;
  if (local.slice(11) < LETTER_HOUR) return 0;
  const readers = all<Reader>(
    school.db,
    `SELECT p.id, ${greetedAs} AS called, p.email, p.standing FROM person p
     WHERE digest = 'daily' AND (digested_on IS NULL OR digested_on < ?) AND ${canGetLetters} LIMIT ?`,
    [today, AT_ONCE],
  );
  const since = toInstant(Date.parse(now) - DAY_MS);
  for (const reader of readers) {
    const parts =
      reader.standing === 'student'
        ? partsForStudent(school, reader.id, now, since, facts.timeZone)
        : partsForStaff(school, reader.id, since, addDays(today, -1));
    const letter = writeDigest({
      called: reader.called,
      school: facts.name,
      parts,
      address: school.address(),
    });
    together(school.db, () => {
      if (letter)
        queueLetter(school, reader.email, letter, { stopAddress: stopAddress(school, reader.id, 'daily') });
      run(school.db, 'UPDATE person SET digested_on = ? WHERE id = ?', [today, reader.id]);
    });
  }
  return readers.length;
}

function partsForStudent(
  school: School,
  id: PersonId,
  now: Instant,
  since: Instant,
  zone: string,
): DigestPart[] {
  const mine = listMyAssignments(school, id);
  const ahead = toInstant(Date.parse(now) + AHEAD_MS);
  const line = ({ title, courseTitle, due }: (typeof mine)[number]) =>
    `${title} (${courseTitle}), due ${sayWhen(due, zone)}`;
  const isOpen = ({ state }: (typeof mine)[number]) => state === 'not started' || state === 'started';
  return [
    {
      heading: 'Due soon',
      lines: mine.filter((one) => isOpen(one) && one.due > now && one.due < ahead).map(line),
    },
    { heading: 'Missing', lines: mine.filter(({ state }) => state === 'missing').map(line) },
    {
      heading: 'Came back',
      lines: mine
        .filter(({ handedBackAt, sentBackAt }) => (handedBackAt ?? sentBackAt ?? '') > since)
        .map(({ title, courseTitle, sentBackAt }) =>
          sentBackAt ? `${title} (${courseTitle}), to be turned in again` : `${title} (${courseTitle})`,
        ),
    },
  ];
}

function partsForStaff(school: School, id: PersonId, since: Instant, yesterday: Day): DigestPart[] {
  const arrived = all<{ course: string; title: string; count: number; held: number }>(
    school.db,
    `SELECT c.title AS course, a.title, SUM(s.pieces) AS count, SUM(s.held) AS held
     FROM course_staff t JOIN course c ON c.id = t.course_id JOIN year y ON y.id = c.year_id
     JOIN submission s ON s.course_id = c.id JOIN assignment a ON a.id = s.assignment_id
     WHERE t.person_id = :id AND y.ends_on >= :yesterday AND s.turned_in_at > :since
     GROUP BY a.id ORDER BY c.title, a.title`,
    { id, since, yesterday },
  );
  return [
    {
      heading: 'Arrived',
      lines: arrived.map(({ course, title, count }) => `${title} (${course}): ${count}`),
      count: arrived.reduce((sum, { count }) => sum + count, 0),
    },
    {
      heading: 'Waiting for you',
      lines: arrived
        .filter(({ held }) => held > 0)
        .map(({ course, title, held }) => `${title} (${course}): ${held} to approve`),
      count: arrived.reduce((sum, { held }) => sum + held, 0),
    },
  ];
}
