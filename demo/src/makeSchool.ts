import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import {
  type AssignmentId,
  type BlankId,
  type CourseId,
  type Instant,
  type PersonId,
  type PieceId,
  type Sha256,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import {
  addPerson,
  addStaff,
  changeFile,
  hashPassword,
  joinRoster,
  keepPhrase,
  makeAssignment,
  makeCourse,
  makeFolders,
  makeYear,
  markArrived,
  openSchool,
  openSchoolRecord,
  readCourse,
  readRoster,
  setPasswordHash,
  sniffType,
  one,
  startUpload,
  together,
  turnIn,
  type School,
} from '@vestibul/server';
import { requests } from '@vestibul/contract';
import { assignments, type DemoAssignment } from './assignments';
import { TIME_ZONE, dueInstant, dueLocal, later, meetings, schoolYear } from './calendar';
import { joinsLate, makeGroups, planComings, wasThere } from './comings';
import { handOutToAll, keepMadeBlank, makeLastYear, prepareAhead } from './handOuts';
import { showInClass } from './inClass';
import { keepLooseNames } from './looseNames';
import { makeFile, messyName } from './files/makeFile';
import { makeStudents, staff, type DemoStudent } from './people';
import { makeChance } from './random';
import { phrases } from './said';
import { ReviewPlan, type Deed } from './ReviewPlan';
import { writeWho } from './writeWho';

export const PASSWORD = 'larkmoor-demo';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;
const YEAR = 365 * DAY;

/** The blank that comes with what is due now, and the sheet that everybody has had since September. */
async function planHandOuts(school: School, by: PersonId, course: CourseId, now: Instant): Promise<Deed[]> {
  const log = readCourse(school, course, 'teacher').assignments.find(
    ({ title }) => title === 'Stream gauge log',
  )!;
  const logSheet = await keepMadeBlank(school, by, course, 'Stream gauge sheet', 'docx', now);
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

interface Seat {
  id: PersonId;
  student: DemoStudent;
}

/** A file that a deed will need, and what it became. */
interface WantedFile {
  key: string;
  assignment: DemoAssignment;
  seat: Seat;
  seed: number;
  again: boolean;
  isDraft: boolean;
  at: Instant;
}

interface MadeFile {
  originalName: string;
  sha256: Sha256;
  bytes: number;
  type: { mime: string; extension: string };
}

/** Files made at once. */
const AT_ONCE = 8;
/** The number of the file that a student's own became after turning it in. */
const DRIFT = 7;
/** The number of the file that somebody turned in first, and went over once more. */
const DRAFT = 8;

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

/** Plans and does what students and teachers did with the work of the year. */
class WorkMaker {
  pieces = 0;
  readonly #ids: Map<string, AssignmentId>;
  readonly #wanted: WantedFile[] = [];
  readonly #made = new Map<string, MadeFile>();
  readonly #reviews: ReviewPlan;

  constructor(
    private readonly school: School,
    course: CourseId,
    private readonly now: Instant,
    teacher: PersonId,
    coTeacher: PersonId,
  ) {
    this.#reviews = new ReviewPlan(school, { course, teacher, coTeacher }, now);
    const { assignments: known } = readCourse(school, course, 'teacher');
    this.#ids = new Map(known.map((assignment) => [assignment.title, assignment.id]));
  }

  plan(seats: readonly Seat[]): Deed[] {
    const deeds: Deed[] = [];
    assignments.forEach((assignment, number) => {
      seats.forEach((seat, i) => {
        if (!assignment.periods.includes(seat.student.period)) return;
        if (!wasThere(seat.student, assignment.weeksAgo)) return;
        deeds.push(...this.#planOne(assignment, seat, number * 1000 + i));
      });
    });
    return deeds;
  }

  /** One student, one assignment. */
  #planOne(assignment: DemoAssignment, seat: Seat, seed: number): Deed[] {
    const chance = makeChance(9000 + seed);
    const due = dueInstant(this.now, assignment.weeksAgo);
    const isNow = assignment.weeksAgo === 0;
    if (!chance.happens(isNow ? 0.6 : 0.94))
      return isNow && chance.happens(0.25) ? [this.#begin(assignment, seat, seed)] : [];

    const isLate = !isNow && chance.happens(0.07);
    const early = chance.happens(0.3) ? chance.between(20, 60) * HOUR : chance.between(5, 600) * MINUTE;
    let at = later(due, isLate ? chance.between(8, 900) * MINUTE : -early);
    // What is due tonight has come in until now, the newest minutes ago.
    if (isNow) at = later(this.now, -chance.between(4, 50 * 60) * MINUTE);
    const files = chance.happens(0.08) ? 2 : 1;
    const numbers = Array.from({ length: files }, (_, n) => n);
    for (const n of numbers) this.#want(assignment, seat, seed, n, at);
    let submission: SubmissionId | undefined;
    const deeds: Deed[] = [
      {
        at,
        does: () => {
          submission = this.#turnIn(assignment, seat, seed, numbers);
        },
      },
    ];
    const drafts = makeChance(13_000 + seed);
    if (assignment.weeksAgo <= 1 && drafts.happens(0.12)) {
      const draftAt = later(at, -drafts.between(70, 900) * MINUTE);
      this.#want(assignment, seat, seed, DRAFT, draftAt);
      deeds.unshift({ at: draftAt, does: () => void this.#turnIn(assignment, seat, seed, [DRAFT]) });
    }
    const chances = {
      chance,
      judges: makeChance(7000 + seed),
      pens: makeChance(9000 + seed),
      readers: makeChance(11_000 + seed),
    };
    deeds.push(...this.#reviews.plan(assignment, at, chances, () => submission));
    if (!isNow && chance.happens(0.03)) {
      const changedAt = later(at, chance.between(30, 300) * MINUTE);
      this.#want(assignment, seat, seed, DRIFT, changedAt);
      deeds.push({ at: changedAt, does: () => this.#drift(submission, seed) });
    }
    return deeds;
  }

  /** Somebody has put a file in the tray and not turned it in. */
  #begin(assignment: DemoAssignment, seat: Seat, seed: number): Deed {
    const at = later(this.now, -makeChance(seed).between(5, 300) * MINUTE);
    this.#want(assignment, seat, seed, 0, at);
    return { at, does: () => void this.#upload(assignment, seat, seed, 0) };
  }

  #want(assignment: DemoAssignment, seat: Seat, seed: number, n: number, at: Instant): void {
    const isDraft = n === DRAFT;
    this.#wanted.push({
      key: `${seed}-${n}`,
      assignment,
      seat,
      // A draft is the first file, not finished.
      seed: seed * 10 + (isDraft ? 0 : n),
      again: n > 0 && !isDraft,
      isDraft,
      at,
    });
  }

  /** Makes the bytes of all planned files, several at once: most of the time is spent waiting for the disk. */
  async makeFiles(): Promise<void> {
    const waiting = [...this.#wanted];
    const work = async () => {
      for (let next = waiting.pop(); next; next = waiting.pop())
        this.#made.set(next.key, await this.#makeOne(next));
    };
    await Promise.all(Array.from({ length: AT_ONCE }, work));
  }

  async #makeOne({ assignment, seat, seed, again, isDraft, at }: WantedFile): Promise<MadeFile> {
    const { vault } = this.school;
    const { first, last } = seat.student;
    const chance = makeChance(seed);
    const kind = again || chance.happens(0.35) ? chance.pick(assignment.kinds) : assignment.kinds[0]!;
    const author = [first, last].filter(Boolean).join(' ');
    const bytes = await makeFile({
      kind,
      title: assignment.title,
      author,
      at,
      chance: () => makeChance(seed),
      isDraft,
    });
    const originalName = messyName(chance, kind, assignment.title, first || last, last);
    const kept = await vault.put(Readable.from([bytes]));
    return { originalName, ...kept, type: await sniffType(vault.pathOf(kept.sha256), originalName) };
  }

  #turnIn(assignment: DemoAssignment, seat: Seat, seed: number, numbers: readonly number[]): SubmissionId {
    const uploadIds = numbers.map((n) => this.#upload(assignment, seat, seed, n));
    const receipt = turnIn(this.school, seat.id, this.#ids.get(assignment.title)!, {
      key: randomUUID(),
      uploadIds,
      namesAgreed: false,
    });
    this.pieces += numbers.length;
    return receipt.submissionId;
  }

  #upload(assignment: DemoAssignment, seat: Seat, seed: number, n: number): UploadId {
    const { originalName, bytes, sha256, type } = this.#made.get(`${seed}-${n}`)!;
    const id = `u_demo-${seed}-${n}` as UploadId;
    startUpload(this.school, {
      id,
      byId: seat.id,
      assignmentId: this.#ids.get(assignment.title)!,
      originalName,
      bytes,
    });
    markArrived(this.school, id, { sha256, bytes, ...type });
    return id;
  }

  /** The student goes on working on a file that was turned in. */
  #drift(submission: SubmissionId | undefined, seed: number): void {
    if (submission)
      changeFile(this.school, topPieceOf(this.school, submission), this.#made.get(`${seed}-${DRIFT}`)!);
  }
}

function topPieceOf(school: School, submission: SubmissionId): PieceId {
  return one<{ id: PieceId }>(school.db, 'SELECT top_piece_id AS id FROM submission WHERE id = ?', [
    submission,
  ])!.id;
}
