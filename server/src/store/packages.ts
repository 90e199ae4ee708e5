import { createHash } from 'node:crypto';
import {
  type CourseId,
  type Instant,
  type PackageChangeKind,
  type PackageId,
  type PackagePlan,
  type PeriodId,
  type PersonId,
  type RosterPackage,
  type SchoolLists,
  type YearId,
  packageChangeKinds,
} from '@vestibul/core';
import { PAGE_SIZE, type AnswerOf, type BodyOf, type QueryOf } from '@vestibul/contract';
import { Failure } from '../failure';
import { newId, type School } from '../school';
import { runJob } from '../threads/runJob';
import { handOutTo } from './blanks';
import { START_FILE_RULE, START_FOLDER_RULE, insertCourse } from './courses';
import { all, one, run, together, type Database } from './database';
import { makeMissingFolders } from './folders';
import { writeEvent } from './ledger';
import { addPerson, changeContact, renamePerson } from './people';
import { addPeriod } from './periods';
import { putOnStaff } from './staff';
import { leave } from './attendance';
import { takeSeat } from './roster';
import { sayPlan } from './sayPlan';
import { makeYear } from './years';

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
function readLists(db: Database): SchoolLists {
  return {
    years: all(
      db,
      'SELECT id, outer_id AS outerId, label, starts_on AS startsOn, ends_on AS endsOn FROM year ORDER BY starts_on',
    ),
    courses: all(db, 'SELECT c.id, c.outer_id AS outerId, c.year_id AS yearId, c.title FROM course c'),
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
  return summaryOf(findPackage(school.db, id), await planOf(school, id, []));
}

type Same = BodyOf<'applyPackage'>['same'];

async function planOf(school: School, id: PackageId, same: Same): Promise<PackagePlan> {
  const { lists, faults } = JSON.parse(findPackage(school.db, id).lists) as {
    lists: RosterPackage;
    faults: PackagePlan['faults'];
  };
  const plan = await runJob('comparePackage', {
    lists,
    school: readLists(school.db),
    same: same.map(({ userId, personId }) => [userId, personId]),
  });
  return { ...plan, faults: [...faults, ...plan.faults] };
}

function summaryOf(row: PackageRow, plan: PackagePlan): Summary {
  const counts = Object.fromEntries(packageChangeKinds.map((kind) => [kind, 0])) as Record<
    PackageChangeKind,
    number
  >;
  for (const { kind } of sayPlan(plan)) counts[kind] += 1;
  return { id: row.id, name: row.name, takenAt: row.takenAt, appliedAt: row.appliedAt, counts };
}

/** One page of what a package would change now. */
export async function readPackagePage(
  school: School,
  id: PackageId,
  { kind, after }: QueryOf<'readPackage'>,
): Promise<AnswerOf<'readPackage'>> {
  const plan = await planOf(school, id, []);
  const lists = readLists(school.db);
  const changes = sayPlan(plan).filter((change) => kind === '' || change.kind === kind);
  const people = new Map(lists.people.map((person) => [person.id, person]));
  return {
    ...summaryOf(findPackage(school.db, id), plan),
    changes: changes.slice(after, after + PAGE_SIZE).map(({ candidates, ...change }) => ({
      ...change,
      candidates: candidates.flatMap((personId) => {
        const person = people.get(personId);
        return person
          ? [
              {
                id: personId,
                name: [person.first, person.last].filter(Boolean).join(' '),
                email: person.email,
              },
            ]
          : [];
      }),
    })),
    next: changes.length > after + PAGE_SIZE ? after + PAGE_SIZE : null,
  };
}

/** Kinds of lines that change what a package is compared with. */
const ROSTER_KINDS = [
  'joined',
  'left',
  'came back',
  'moved',
  'person added',
  'person renamed',
  'period made',
  'course made',
  'staff added',
  'staff removed',
  'course given',
];

/** Times that applying begins anew because somebody changed a roster in the meantime. */
const TRIES = 3;

/**
 * Applies a package, all of it or nothing, in one transaction. Whoever is asked about and not answered for stays as they
 * are. Applied again, it changes nothing. Fails with `roster-changed` when rosters change faster than it can be read.
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
    const courses = together(school.db, () => {
      if (hasChanged(school.db, seen)) return null;
      return new Applying(school, by, plan).apply(findPackage(school.db, id));
    });
    if (courses) {
      const row = findPackage(school.db, id);
      return { summary: summaryOf(row, await planOf(school, id, [])), courses };
    }
  }
  throw new Failure('roster-changed');
}

function hasChanged(db: Database, seen: number): boolean {
  const since = all<{ kind: string }>(db, 'SELECT DISTINCT kind FROM event WHERE idx > ?', [seen]);
  return since.some(({ kind }) => ROSTER_KINDS.includes(kind));
}

/** The writing of a plan, from years down to seats; each step finds what the one before it made. */
class Applying {
  readonly #years = new Map<string, YearId>();
  readonly #courses = new Map<string, CourseId>();
  readonly #periods = new Map<string, PeriodId>();
  readonly #people = new Map<string, PersonId>();

  constructor(
    private readonly school: School,
    private readonly by: PersonId,
    private readonly plan: PackagePlan,
  ) {}

  apply(row: PackageRow): CourseId[] {
    const { school, by, plan } = this;
    const changes = sayPlan(plan).filter(({ kind }) => kind !== 'fault' && kind !== 'asked').length;
    if (changes > 0) writeEvent(school, by, 'list applied', {}, { sha256: row.sha256 as never, changes });
    this.#writeYears();
    this.#writeCourses();
    this.#writePeople();
    for (const { course, person, role } of plan.staff)
      putOnStaff(school, by, this.#courses.get(course)!, this.#people.get(person)!, role);
    for (const { course, person, period } of plan.seats)
      takeSeat(
        school,
        by,
        this.#courses.get(course)!,
        this.#people.get(person)!,
        this.#periods.get(period)!,
        true,
      );
    for (const { courseId, studentId } of plan.leaving) leave(school, by, courseId, studentId, true);
    const courses = [...new Set([...this.#courses.values()])];
    for (const course of courses) {
      makeMissingFolders(school, by, course);
      handOutTo(school, by, course);
    }
    run(school.db, 'UPDATE package SET applied_at = ? WHERE id = ?', [school.now(), row.id]);
    return courses;
  }

  #writeYears(): void {
    const { school, by, plan } = this;
    for (const { outerId, known, label, startsOn, endsOn, terms } of plan.years) {
      const id =
        known ??
        makeYear(school, by, {
          label,
          startsOn,
          endsOn,
          terms: terms
            .filter((term) => term.startsOn >= startsOn && term.endsOn <= endsOn)
            .map((term) => ({ id: null, ...term })),
        });
      adopt(school.db, 'year', id, outerId);
      this.#years.set(outerId, id);
    }
  }

  #writeCourses(): void {
    const { school, by, plan } = this;
    for (const { outerId, known, year, title, code } of plan.courses) {
      const id =
        known ??
        insertCourse(school, by, {
          yearId: this.#years.get(year)!,
          title,
          code,
          folderRule: START_FOLDER_RULE,
          fileRule: START_FILE_RULE,
        });
      adopt(school.db, 'course', id, outerId);
      this.#courses.set(outerId, id);
    }
    for (const { outerId, known, course, number, label } of plan.periods) {
      const id =
        known ??
        addPeriod(school, by, this.#courses.get(course)!, { number, label, enamel: null, meetings: null });
      adopt(school.db, 'period', id, outerId);
      this.#periods.set(outerId, id);
    }
  }

  #writePeople(): void {
    const { school, by, plan } = this;
    for (const { outerId, known, standing, newName, candidates, ...person } of plan.people) {
      if (candidates.length > 0) continue;
      const id = known ?? addPerson(school, by, person, standing);
      if (known && newName) renamePerson(school, by, known, person);
      if (known) {
        // What the package leaves empty is not taken away.
        const before = one<{ email: string; username: string; number: string }>(
          school.db,
          'SELECT email, username, number FROM person WHERE id = ?',
          [known],
        )!;
        changeContact(school, known, {
          email: person.email || before.email,
          username: person.username || before.username,
          number: person.number || before.number,
        });
      }
      adopt(school.db, 'person', id, outerId);
      this.#people.set(outerId, id);
    }
  }
}

/** Notes by which id the package knows what the school has. */
function adopt(
  db: Database,
  table: 'year' | 'course' | 'period' | 'person',
  id: string,
  outerId: string,
): void {
  run(db, `UPDATE ${table} SET outer_id = ? WHERE id = ? AND outer_id IS NOT ?`, [outerId, id, outerId]);
}
