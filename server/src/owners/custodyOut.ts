import {
  decide,
  toInstant,
  type Access,
  type CourseId,
  type Instant,
  type Key,
  type Level,
  type PersonId,
  type Reason,
  type Seeker,
  type Standing,
} from '@vestibul/core';
import { asSeeker } from '../access/access';
import { all, one, type Database } from '../platform/database/database';
import { asThing, listKeys, sinceOf } from './custody';
import { allOwned, attemptStood, NOW, type OwnedRow } from './owned';

/** A file of a course with whose it was, where it lay and who could open it (docs/formats.md). */
export interface OwnedOut {
  file: string;
  piece: string | null;
  name: string;
  owner: string | null;
  ownerSince: Instant | null;
  holder: string | null;
  holderSince: Instant | null;
  sealed: string | null;
  now: string | null;
  keys: { who: string; level: Level; because: Reason; since: Instant; until: Instant | null }[];
}

/** Something that somebody could open, with why. */
export interface OpenedOut {
  course: CourseId;
  file: string | null;
  piece: string | null;
  name: string;
  level: Level;
  because: Reason;
}

/** A moment, and just behind it; without one, now. */
const momentOf = (at: Instant | null) =>
  at === null ? { at: toInstant(Date.now()), until: NOW } : { at, until: toInstant(Date.parse(at) + 1) };

const fileOf = ({ fileId, id }: OwnedRow): string => fileId ?? id;
const pieceOf = ({ kind, id }: OwnedRow): string | null => (kind === 'piece' ? id : null);

/** Every file of a course as it was at a moment. */
export function* ownersOut(db: Database, course: CourseId, at: Instant | null): Generator<OwnedOut> {
  const then = momentOf(at);
  const office = all<{ id: PersonId }>(
    db,
    "SELECT id FROM person WHERE standing = 'office' AND created_at < ? ORDER BY id",
    [then.until],
  );
  const whoOf = ({ who }: Key): string[] =>
    who.kind === 'person'
      ? [who.id]
      : who.kind === 'period'
        ? [`period:${who.id}`]
        : office.map(({ id }) => id);
  for (const row of allOwned(db, course, then.until))
    yield {
      file: fileOf(row),
      piece: pieceOf(row),
      name: row.name,
      owner: row.ownerKind === 'person' ? row.ownerId : row.ownerKind,
      ownerSince: row.ownerSince,
      holder: row.folderId,
      holderSince: row.holderSince,
      sealed: row.sealed,
      now: row.goneAt === null ? row.now : null,
      keys: listKeys(db, course, row, sinceOf(row, then.at), then).flatMap((key) =>
        whoOf(key).map((who) => ({
          who,
          level: key.level,
          because: key.because,
          since: key.since,
          until: key.until,
        })),
      ),
    };
}

/** What somebody could open at a moment: courses, and the files in them. */
export function* keysOut(
  db: Database,
  person: { id: PersonId; standing: Standing },
  at: Instant | null,
): Generator<OpenedOut> {
  const then = momentOf(at);
  for (const { id: course, title } of all<{ id: CourseId; title: string }>(
    db,
    `SELECT c.id, c.title FROM course c WHERE :office
       OR EXISTS (SELECT 1 FROM on_staff o WHERE o.course_id = c.id AND o.person_id = :person)
       OR EXISTS (SELECT 1 FROM seat z WHERE z.course_id = c.id AND z.student_id = :person) ORDER BY c.id`,
    { office: person.standing === 'office' ? 1 : 0, person: person.id },
  )) {
    const seeker = asSeeker(db, { person, visit: null }, course);
    const opens = (found: Access, row: OwnedRow | null): OpenedOut[] =>
      found.level === 'none'
        ? []
        : [
            {
              course,
              file: row && fileOf(row),
              piece: row && pieceOf(row),
              name: row?.name ?? title,
              ...found,
            },
          ];
    yield* opens(decide(seeker, { kind: 'course', course }, then.at), null);
    for (const row of allOwned(db, course, then.until))
      yield* opens(accessThen(db, seeker, course, row, then), row);
  }
}

/** What somebody could do with a file at a moment. */
function accessThen(
  db: Database,
  seeker: Seeker,
  course: CourseId,
  row: OwnedRow,
  { at, until }: { at: Instant; until: string },
): Access {
  const owned = asThing(db, course, row, until);
  if (owned.kind !== 'piece') return decide(seeker, owned, at);
  const viewerHasTurnedIn =
    one(
      db,
      `SELECT 1 FROM submission s JOIN attempt t ON t.submission_id = s.id JOIN event v ON v.idx = t.event_index
       WHERE s.assignment_id = :assignment AND s.student_id = :viewer AND ${attemptStood('v', 't')}`,
      { assignment: row.assignmentId, viewer: seeker.person?.id ?? null, until },
    ) !== undefined;
  return decide(seeker, { ...owned, showing: { ...owned.showing, viewerHasTurnedIn } }, at);
}
