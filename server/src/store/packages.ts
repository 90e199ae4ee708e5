import { createHash } from 'node:crypto';
import {
  packageChangeKinds,
  type CourseId,
  type Instant,
  type PackageChangeKind,
  type PackageId,
  type PackagePlan,
  type PersonId,
  type RosterPackage,
  type SchoolLists,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf, type BodyOf, type QueryOf } from '@vestibul/contract';
import { Failure } from '../failure';
import { newId, type School } from '../school';
import { runJob } from '../threads/runJob';
import { todayOf } from './years';
import { all, one, run, type Database } from './database';
import { findPerson } from './people';
import { sayPlan, type SaidChange } from './sayPlan';

type Summary = AnswerOf<'takePackage'>;

interface PackageRow {
  id: PackageId;
  name: string;
  sha256: string;
  takenAt: Instant;
  appliedAt: Instant | null;
  lists: string;
}

function findPackage(db: Database, id: PackageId): PackageRow {
  const row = one<PackageRow>(
    db,
    'SELECT id, name, sha256, taken_at AS takenAt, applied_at AS appliedAt, lists FROM package WHERE id = ?',
    [id],
  );
  if (!row) throw new Failure('package-gone');
  return row;
}

/** Everything in the school that a package can change. */
function readLists(school: School): SchoolLists {
  const { db } = school;
  return {
    years: all(
      db,
      'SELECT id, outer_id AS outerId, label, starts_on AS startsOn, ends_on AS endsOn FROM year ORDER BY starts_on',
    ),
    courses: all<SchoolLists['courses'][number] & { isOver: never }>(
      db,
      `SELECT c.id, c.outer_id AS outerId, c.year_id AS yearId, c.title, y.ends_on < ? AS isOver
       FROM course c JOIN year y ON y.id = c.year_id`,
      [todayOf(school)],
    ).map((course) => ({ ...course, isOver: Number(course.isOver) === 1 })),
    periods: all(
      db,
      'SELECT h.id, h.outer_id AS outerId, h.course_id AS courseId, h.number FROM course c JOIN period h ON h.course_id = c.id',
    ),
    people: all(
      db,
      'SELECT id, outer_id AS outerId, standing, last, first, called, email, username, number FROM person WHERE sort_key >= ?',
      [''],
    ),
    staff: all(
      db,
      'SELECT s.course_id AS courseId, s.person_id AS personId, s.role FROM course c JOIN course_staff s ON s.course_id = c.id',
    ),
    enrolments: all<SchoolLists['enrolments'][number] & { left: never }>(
      db,
      `SELECT e.course_id AS courseId, e.student_id AS studentId, e.period_id AS periodId, e.left_at IS NOT NULL AS left
       FROM course c JOIN enrolment e ON e.course_id = c.id`,
    ).map((seat) => ({ ...seat, left: Number(seat.left) === 1 })),
  };
}

/** Takes a package in: it is read and compared in a thread, and nothing of the school is changed. Fails with `bad-package`. */
export async function takePackage(school: School, by: PersonId, zip: Buffer, name: string): Promise<Summary> {
  const read = await runJob('readPackage', zip);
  if (!read.ok) {
    const fault = read.faults[0]!;
    throw new Failure('bad-package', { ...fault });
  }
  const id = newId<PackageId>('k');
  run(
    school.db,
    'INSERT INTO package (id, name, sha256, taken_by, taken_at, lists) VALUES (:id, :name, :sha256, :by, :at, :lists)',
    {
      id,
      name,
      sha256: createHash('sha256').update(zip).digest('hex'),
      by,
      at: school.now(),
      lists: JSON.stringify({ lists: read.lists, faults: read.faults }),
    },
  );
  return summaryOf(findPackage(school.db, id), sayPlan(await planOf(school, id, [])));
}

type Same = BodyOf<'applyPackage'>['same'];

async function planOf(school: School, id: PackageId, same: Same): Promise<PackagePlan> {
  const { lists, faults } = JSON.parse(findPackage(school.db, id).lists) as {
    lists: RosterPackage;
    faults: PackagePlan['faults'];
  };
  const plan = await runJob('comparePackage', {
    lists,
    school: readLists(school),
    same: same.map(({ userId, personId }) => [userId, personId]),
  });
  return { ...plan, faults: [...faults, ...plan.faults] };
}

function summaryOf(row: PackageRow, changes: readonly SaidChange[]): Summary {
  const counts = Object.fromEntries(packageChangeKinds.map((kind) => [kind, 0])) as Record<
    PackageChangeKind,
    number
  >;
  for (const { kind } of changes) counts[kind] += 1;
  return { id: row.id, name: row.name, takenAt: row.takenAt, appliedAt: row.appliedAt, counts };
}

/** One page of what a package would change now. */
export async function readPackagePage(
  school: School,
  id: PackageId,
  { kind, after }: QueryOf<'readPackage'>,
): Promise<AnswerOf<'readPackage'>> {
  const said = sayPlan(await planOf(school, id, []));
  const changes = said.filter((change) => kind === '' || change.kind === kind);
  return {
    ...summaryOf(findPackage(school.db, id), said),
    changes: changes.slice(after, after + PAGE_SIZE).map(({ candidates, ...change }) => ({
      ...change,
      candidates: candidates.flatMap((personId) => {
        const person = findPerson(school.db, personId);
        if (!person) return [];
        const { first, last, email } = person;
        return [{ id: personId, name: [first, last].filter(Boolean).join(' '), email }];
      }),
    })),
    next: changes.length > after + PAGE_SIZE ? after + PAGE_SIZE : null,
  };
}

/** Times that applying begins anew because somebody changed a roster in the meantime. */
const TRIES = 3;

/**
 * Applies a package, all of it or nothing, in one transaction of a thread of its own; whoever wants to change something
 * meanwhile waits, and whoever reads does not. Whoever is asked about and not answered for stays as they are. Applied
 * again, it changes nothing. Fails with `roster-changed` when rosters change faster than it can be read.
 */
export async function applyPackage(
  school: School,
  by: PersonId,
  id: PackageId,
  body: BodyOf<'applyPackage'>,
): Promise<{ summary: Summary; courses: CourseId[] }> {
  for (let tried = 0; tried < TRIES; tried += 1) {
    const seen = one<{ idx: number }>(school.db, 'SELECT MAX(idx) AS idx FROM event')!.idx;
    const plan = await planOf(school, id, body.same);
    const courses = await school.gate.hold(() =>
      runJob('applyPlan', { school: school.forThread, by, id, plan, seen }),
    );
    if (courses) {
      const row = findPackage(school.db, id);
      return { summary: summaryOf(row, sayPlan(await planOf(school, id, []))), courses };
    }
  }
  throw new Failure('roster-changed');
}
