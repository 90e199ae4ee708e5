import type { CourseId, PackageId, PackagePlan, PeriodId, PersonId, Sha256, YearId } from '@vestibul/core';
import type { School } from '../platform/School';
import { leave } from '../roster/attendance';
import { handOutTo } from '../blanks/blanks';
import { START_FILE_RULE, START_FOLDER_RULE, insertCourse } from '../courses/courses';
import { all, one, run, together, type Database } from '../platform/database/database';
import { makeMissingFolders } from '../naming/folders';
import { writeEvent } from '../platform/ledger/ledger';
import { changeAccount } from '../sign-in/accounts';
import { addPerson, renamePerson } from '../school/people';
import { addPeriod } from '../courses/periods';
import { takeSeat } from '../roster/roster';
import { sayPlan } from './sayPlan';
import { putOnStaff } from '../courses/staff';
import { makeYear } from '../school/years';

/** Kinds of lines that change what a plan was compared with. */
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

/**
 * Writes a plan, all of it or nothing. Answers false when rosters have changed since the ledger stood at `seen`, and nothing
 * was written.
 */
export function applyPlan(
  school: School,
  { by, id, plan, seen }: { by: PersonId; id: PackageId; plan: PackagePlan; seen: number },
): boolean {
  return together(school.db, () => {
    const since = all<{ kind: string }>(school.db, 'SELECT DISTINCT kind FROM event WHERE idx > ?', [seen]);
    if (since.some(({ kind }) => ROSTER_KINDS.includes(kind))) return false;
    new Applying(school, by, plan).apply(id);
    return true;
  });
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

  apply(id: PackageId): void {
    const { school, by, plan } = this;
    const changes = sayPlan(plan).filter(({ kind }) => kind !== 'fault' && kind !== 'asked').length;
    if (changes > 0) writeEvent(school, by, 'list applied', {}, { sha256: sha256Of(school.db, id), changes });
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
    for (const course of new Set(this.#courses.values())) {
      makeMissingFolders(school, by, course);
      handOutTo(school, by, course);
    }
    run(school.db, 'UPDATE package SET applied_at = ? WHERE id = ?', [school.now(), id]);
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
    for (const {
      outerId,
      known,
      standing,
      newName,
      newContact,
      newAddress: _asked,
      candidates,
      ...person
    } of plan.people) {
      if (candidates.length > 0) continue;
      const id = known ?? addPerson(school, by, person, standing);
      if (known && newName) renamePerson(school, by, known, person);
      if (known && newContact)
        changeAccount(school, by, known, {
          email: person.email,
          username: person.username,
          number: person.number,
        });
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

function sha256Of(db: Database, id: PackageId): Sha256 {
  return one<{ sha256: Sha256 }>(db, 'SELECT sha256 FROM package WHERE id = ?', [id])!.sha256;
}
