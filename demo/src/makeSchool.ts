import type { BlankId, CourseId, Instant, PersonId } from '@vestibul/core';
import {
  addPerson,
  addStaff,
  hashPassword,
  joinRoster,
  keepFiles,
  keepPhrase,
  makeAssignment,
  makeCourse,
  makeFolders,
  makeYear,
  openSchool,
  openSchoolRecord,
  readCourse,
  readRoster,
  setPasswordHash,
  together,
  type School,
} from '@vestibul/server';
import { requests } from '@vestibul/contract';
import { assignments } from './assignments';
import { TIME_ZONE, dueInstant, dueLocal, later, meetings, schoolYear } from './calendar';
import { joinsLate, makeGroups, planComings } from './comings';
import { handOutToAll, keepMadeBlank, makeLastYear, prepareAhead } from './handOuts';
import { showInClass } from './inClass';
import { keepLooseNames } from './looseNames';
import { makeStudents, staff } from './people';
import { phrases } from './said';
import type { Deed } from './ReviewPlan';
import { WorkMaker, type Seat } from './WorkMaker';
import { writeWho } from './writeWho';

export const PASSWORD = 'larkmoor-demo';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;
const YEAR = 365 * DAY;

/** The blank that comes with what is due now, and the sheet that everybody has had since September. */
async function planHandOuts(school: School, by: PersonId, course: CourseId, now: Instant): Promise<Deed[]> {
  const { title: logTitle, sheet } = assignments.find((known) => known.sheet)!;
  const log = readCourse(school, course, 'teacher').assignments.find(({ title }) => title === logTitle)!;
  const logSheet = await keepMadeBlank(school, by, course, sheet!.title, sheet!.kind, now);
  const key = await keepMadeBlank(school, by, course, 'Map key', 'pdf', now);
  let keyId: BlankId;
  const newKey = later(now, -2 * DAY);
  return [
    {
      at: later(dueInstant(now, 12), -14 * HOUR),
      does: () => handOutToAll(school, by, course, (keyId = key()), null),
    },
    { at: later(dueInstant(now, 1), HOUR), does: () => handOutToAll(school, by, course, logSheet(), log.id) },
    { at: newKey, does: await laterVersion(school, by, course, newKey, () => keyId) },
  ];
}

/** Two days ago the map key got a new version, and everybody still has the old one. */
async function laterVersion(
  school: School,
  by: PersonId,
  course: CourseId,
  at: Instant,
  id: () => BlankId,
): Promise<() => void> {
  const keep = await keepMadeBlank(school, by, course, 'Map key', 'pdf', at, true);
  return () => void keep(id());
}

/** Makes the demo school in an empty folder, as if it had been lived in until `now`. */
export async function makeSchool(folder: string, now: Instant): Promise<{ pieces: number }> {
  let clock = Date.parse(now);
  const school = openSchool({ folder, demo: true, clock: () => clock });
  // A demo that a power cut spoils is made again; a real school never runs like this.
  school.db.pragma('synchronous = OFF');
  try {
    const opened = later(dueInstant(now, 12), -15 * HOUR);
    const at = (instant: Instant) => {
      clock = Date.parse(instant);
    };
    at(opened);
    const { teacher, coTeacher, course, seats } = await openCourse(school, now, opened, at);
    const maker = new WorkMaker(school, course, now, teacher, coTeacher);
    const deeds = [...maker.plan(seats), ...planComings(school, teacher, course, seats, now)];
    deeds.push(...(await planHandOuts(school, teacher, course, now)));
    await maker.makeFiles();
    deeds.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
    for (const deed of deeds) {
      at(deed.at);
      deed.does();
    }
    at(now);
    await showInClass(school, teacher, course);
    await keepFiles(school, teacher, course, {
      which: { all: true, only: 'left' },
      why: 'Has moved to another school.',
    });
    prepareAhead(school, teacher, course, now);
    await writeWho(
      folder,
      PASSWORD,
      seats.map(({ student }) => student),
    );
    return { pieces: maker.pieces };
  } finally {
    school.db.pragma('wal_checkpoint(TRUNCATE)');
    school.close();
  }
}

async function openCourse(
  school: School,
  now: Instant,
  opened: Instant,
  at: (instant: Instant) => void,
): Promise<{ teacher: PersonId; coTeacher: PersonId; course: CourseId; seats: Seat[] }> {
  const hash = await hashPassword(PASSWORD);
  // The school is older than its year: last year’s course can still be read.
  at(later(opened, -YEAR));
  const blank = { called: '', username: '', number: '' };
  const { office, teacher, coTeacher, aide } = together(school.db, () => {
    openSchoolRecord(school, 'Larkmoor School', TIME_ZONE);
    const first = addPerson(school, 'system', { ...staff.office, ...blank }, 'office');
    return {
      office: first,
      teacher: addPerson(school, first, { ...staff.teacher, ...blank }, 'teacher'),
      coTeacher: addPerson(school, first, { ...staff.coTeacher, ...blank }, 'teacher'),
      aide: addPerson(school, first, { ...staff.aide, ...blank }, 'teacher'),
    };
  });
  await makeLastYear(school, teacher, now, at);
  at(opened);
  const yearId = makeYear(school, office, requests.makeYear.body.parse(schoolYear(now)));
  const course = makeCourse(
    school,
    teacher,
    requests.makeCourse.body.parse({ yearId, title: 'Field Geography', code: 'GEO', periods: meetings(now) }),
  );
  addStaff(school, { by: teacher, level: 'own' }, course, {
    email: staff.coTeacher.email,
    role: 'co-teacher',
  });
  addStaff(school, { by: teacher, level: 'own' }, course, { email: staff.aide.email, role: 'aide' });

  const periods = new Map(
    readCourse(school, course, 'teacher').periods.map((period) => [period.number, period.id]),
  );
  const students = makeStudents();
  joinRoster(school, { by: teacher, keeper: 'staff' }, course, {
    fromList: true,
    people: students
      .filter((student) => !joinsLate(student))
      .map(({ period, ...person }) => ({
        ...person,
        periodId: periods.get(period)!,
        knownId: null,
        newName: false,
      })),
    leaving: [],
  });
  makeFolders(school, teacher, course);
  keepLooseNames(school, teacher, course);
  makeGroups(school, teacher, course);
  for (const phrase of phrases) keepPhrase(school, teacher, course, phrase);
  const byEmail = new Map(readRoster(school.db, course).map((person) => [person.email, person.id]));
  // Who joins late is known to the school already.
  together(school.db, () => {
    for (const student of students.filter(joinsLate))
      byEmail.set(student.email, addPerson(school, office, student, 'student'));
  });
  const seats = students.map((student) => ({ id: byEmail.get(student.email)!, student }));
  for (const id of [office, teacher, coTeacher, aide, ...seats.map((seat) => seat.id)])
    setPasswordHash(school.db, id, hash);
  for (const assignment of assignments) {
    makeAssignment(
      school,
      teacher,
      course,
      requests.makeAssignment.body.parse({
        title: assignment.title,
        shortName: assignment.shortName,
        directions: assignment.directions,
        unit: assignment.unit,
        graceMinutes: 5,
        scoring: assignment.scoring,
        lateRule: assignment.lateRule,
        weight: assignment.weight,
        // What is due next can be said into the camera, too.
        recording:
          assignment.weeksAgo <= 0 ? { kinds: ['camera', 'both', 'sound'], mostMinutes: 3 } : undefined,
        dues: assignment.periods.map((number) => ({
          periodId: periods.get(number)!,
          dueLocal: dueLocal(now, assignment.weeksAgo),
        })),
      }),
    );
  }
  return { teacher, coTeacher, course, seats };
}
