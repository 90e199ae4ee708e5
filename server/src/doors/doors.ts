import { randomBytes } from 'node:crypto';
import {
  instantToLocal,
  localToInstant,
  sha256Hex,
  type AssignmentId,
  type CourseId,
  type DoorId,
  type Instant,
  type PersonId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import type { VisitRow } from './visits';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { timeZoneOf } from '../school/facts';
import { findAssignment } from '../assignments/assignments';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { requireOpenCourse } from '../school/years';

export type DoorState = AnswerOf<'readDoor'>['state'];

export interface DoorRow {
  id: DoorId;
  token: string;
  courseId: CourseId;
  courseTitle: string;
  assignmentId: AssignmentId | null;
  assignmentTitle: string | null;
  domains: string[];
  note: string;
  opensAt: Instant | null;
  closesAt: Instant | null;
  shutAt: Instant | null;
  /** Of a door to one assignment: from when on students see it; null is a draft. */
  visibleAt: Instant | null;
}

/** With its domains as they are kept: JSON. */
type StoredDoor = Omit<DoorRow, 'domains'> & { domains: string };

const doorQuery = `SELECT d.id, d.token, d.course_id AS courseId, c.title AS courseTitle, d.assignment_id AS assignmentId,
    a.title AS assignmentTitle, d.domains, d.note, d.opens_at AS opensAt, d.closes_at AS closesAt, d.shut_at AS shutAt,
    a.visible_at AS visibleAt
  FROM side_door d JOIN course c ON c.id = d.course_id LEFT JOIN assignment a ON a.id = d.assignment_id`;

const toDoor = (row: StoredDoor): DoorRow => ({
  ...row,
  domains: JSON.parse(row.domains) as string[],
});

/** The door that an address opens. Fails with `door-gone`. */
export function findDoor(db: Database, token: string): DoorRow {
  const row = one<StoredDoor>(db, `${doorQuery} WHERE d.token = ?`, [token]);
  if (!row) throw new Failure('door-gone');
  return toDoor(row);
}

export function doorState(door: DoorRow, now: Instant): DoorState {
  if (door.shutAt !== null) return 'shut';
  if (door.opensAt !== null && now < door.opensAt) return 'not yet';
  // What students do not see yet no door shows.
  if (door.assignmentId !== null && (door.visibleAt === null || now < door.visibleAt)) return 'not yet';
  return door.closesAt !== null && now >= door.closesAt ? 'closed' : 'open';
}

/** Fails with `door-closed`, or `year-over`, unless something can be handed in now. */
export function requireOpenDoor(school: School, door: DoorRow): void {
  requireOpenCourse(school, door.courseId);
  if (doorState(door, school.now()) !== 'open') throw new Failure('door-closed');
}

/** The door that somebody is at. */
export function doorOfVisit(db: Database, visit: VisitRow): DoorRow {
  return toDoor(one<StoredDoor>(db, `${doorQuery} WHERE d.id = ?`, [visit.doorId])!);
}

/** Fails unless somebody at a door may hand in there now: it is open, and where it is for some domains, they are confirmed. */
export function requireHandsIn(school: School, door: DoorRow, visit: VisitRow): void {
  requireOpenDoor(school, door);
  if (door.domains.length > 0 && visit.confirmedAt === null) throw new Failure('not-entered');
}

export function courseOfDoor(db: Database, id: DoorId): CourseId {
  return one<{ courseId: CourseId }>(db, 'SELECT course_id AS courseId FROM side_door WHERE id = ?', [id])!
    .courseId;
}

/** Where a door is reached. */
const doorPath = (token: string) => `/door/${token}`;

/** The side doors of a course, the newest first. */
export function listDoors(school: School, course: CourseId): AnswerOf<'listDoors'> {
  const { db } = school;
  const zone = timeZoneOf(db);
  const now = school.now();
  const local = (at: Instant | null) => at && instantToLocal(at, zone);
  const counts = new Map(
    all<{ door: DoorId; delivered: number; waiting: number }>(
      db,
      `SELECT door_id AS door, COUNT(*) AS delivered, SUM(placed_at IS NULL AND turned_away_at IS NULL) AS waiting
       FROM delivery WHERE course_id = ? GROUP BY door_id`,
      [course],
    ).map(({ door, ...counted }) => [door, counted]),
  );
  return all<StoredDoor>(db, `${doorQuery} WHERE d.course_id = ? ORDER BY d.made_at DESC`, [course])
    .map(toDoor)
    .map((door) => ({
      id: door.id,
      path: doorPath(door.token),
      assignmentId: door.assignmentId,
      domains: door.domains,
      note: door.note,
      opensLocal: local(door.opensAt),
      closesLocal: local(door.closesAt),
      state: doorState(door, now),
      ...(counts.get(door.id) ?? { delivered: 0, waiting: 0 }),
    }));
}

/** Makes a side door, or changes what one opens, for whom and when. Fails with `no-mail` for domains without mail. */
export function writeDoor(
  school: School,
  by: PersonId,
  course: CourseId,
  known: DoorId | null,
  body: BodyOf<'makeDoor'>,
): DoorId {
  const { db } = school;
  if (body.domains.length > 0 && !school.mail) throw new Failure('no-mail');
  if (body.assignmentId && findAssignment(db, body.assignmentId).courseId !== course) {
    throw new Failure('not-found', { what: 'assignment' });
  }
  const zone = timeZoneOf(db);
  return together(db, () => {
    const id = known ?? newId<DoorId>('w');
    if (!known) {
      run(
        db,
        `INSERT INTO side_door (id, token, course_id, domains, note, made_at) VALUES (?, ?, ?, '[]', '', ?)`,
        [id, randomBytes(15).toString('base64url'), course, school.now()],
      );
    }
    run(
      db,
      `UPDATE side_door SET assignment_id = :assignment, domains = :domains, note = :note, opens_at = :opens, closes_at = :closes
       WHERE id = :id`,
      {
        id,
        assignment: body.assignmentId,
        domains: JSON.stringify([...new Set(body.domains)]),
        note: body.note,
        opens: body.opensLocal && localToInstant(body.opensLocal, zone),
        closes: body.closesLocal && localToInstant(body.closesLocal, zone),
      },
    );
    const about = { course, ...(body.assignmentId ? { assignment: body.assignmentId } : {}) };
    const { opens_at: opensAt, closes_at: closesAt } = one<{
      opens_at: Instant | null;
      closes_at: Instant | null;
    }>(db, 'SELECT opens_at, closes_at FROM side_door WHERE id = ?', [id])!;
    writeEvent(school, by, known ? 'side door changed' : 'side door made', about, {
      door: id,
      domainsSha256: sha256Hex([...new Set(body.domains)].join('\n')),
      opensAt,
      closesAt,
    });
    return id;
  });
}

/** Shuts a door at once, or opens it again at its times. Doing it again changes nothing. */
export function setDoorShut(school: School, by: PersonId, id: DoorId, shut: boolean): void {
  together(school.db, () => {
    const course = courseOfDoor(school.db, id);
    const changed = run(
      school.db,
      'UPDATE side_door SET shut_at = :at WHERE id = :id AND (shut_at IS NULL) = :shut',
      { id, at: shut ? school.now() : null, shut: shut ? 1 : 0 },
    );
    if (changed > 0)
      writeEvent(school, by, shut ? 'side door shut' : 'side door opened', { course }, { door: id });
  });
}

/** A door to an assignment that goes opens nothing, least of all more than it did. Inside the caller's transaction. */
export function shutDoorsOf(
  school: School,
  { by, course, assignment }: { by: PersonId; course: CourseId; assignment: AssignmentId },
): void {
  const { db } = school;
  for (const door of all<{ id: DoorId; shutAt: Instant | null }>(
    db,
    'SELECT id, shut_at AS shutAt FROM side_door WHERE assignment_id = ?',
    [assignment],
  )) {
    run(db, 'UPDATE side_door SET assignment_id = NULL, shut_at = COALESCE(shut_at, :at) WHERE id = :door', {
      at: school.now(),
      door: door.id,
    });
    if (door.shutAt === null)
      writeEvent(school, by, 'side door shut', { course, assignment }, { door: door.id });
  }
}
