import { randomUUID } from 'node:crypto';
import fsp from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import {
  type AssignmentId,
  type CourseId,
  type Instant,
  type PersonId,
  type PieceId,
  type Sha256,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import {
  addComment,
  addPerson,
  addStaff,
  changeFile,
  handBack,
  hashPassword,
  joinRoster,
  makeAssignment,
  makeCourse,
  makeFolders,
  makeYear,
  markArrived,
  markReviewed,
  markSeen,
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
import { assignments, type DemoAssignment } from './assignments';
import { TIME_ZONE, dueInstant, dueLocal, later, schoolYear } from './calendar';
import { makeFile, messyName } from './files/makeFile';
import { makeStudents, periodNumbers, staff, type DemoStudent } from './people';
import { makeChance, type Chance } from './random';

export const PASSWORD = 'larkmoor-demo';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

const comments = [
  'Clear readings. Next time write the hour beside each.',
  'The key is missing from your map; the rest is careful work.',
  'Good. Which of the two counts do you trust, and why?',
  'Your second paragraph is the best thing in this pile.',
  'Please check the units in column three.',
];

interface Seat {
  id: PersonId;
  student: DemoStudent;
}

/** What somebody does at a moment; all of it is done in the order of the moments, so that the ledger tells a true story. */
interface Deed {
  at: Instant;
  does: () => void;
}

/** A file that a deed will need, and what it became. */
interface WantedFile {
  key: string;
  assignment: DemoAssignment;
  seat: Seat;
  seed: number;
  again: boolean;
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
    const { teacher, coTeacher, course, seats } = await openCourse(school, now);
    const maker = new WorkMaker(school, course, now, teacher, coTeacher);
    const deeds = maker.plan(seats);
    await maker.makeFiles();
    deeds.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
    for (const deed of deeds) {
      at(deed.at);
      deed.does();
    }
    at(now);
    await writeWho(folder, seats);
    return { pieces: maker.pieces };
  } finally {
    school.db.pragma('wal_checkpoint(TRUNCATE)');
    school.close();
  }
}

async function openCourse(
  school: School,
  now: Instant,
): Promise<{ teacher: PersonId; coTeacher: PersonId; course: CourseId; seats: Seat[] }> {
  const hash = await hashPassword(PASSWORD);
  const blank = { called: '', username: '', number: '' };
  const { office, teacher, coTeacher } = together(school.db, () => {
    openSchoolRecord(school, 'Larkmoor School', TIME_ZONE);
    const first = addPerson(school, 'system', { ...staff.office, ...blank }, 'office');
    return {
      office: first,
      teacher: addPerson(school, first, { ...staff.teacher, ...blank }, 'teacher'),
      coTeacher: addPerson(school, first, { ...staff.coTeacher, ...blank }, 'teacher'),
    };
  });
  const yearId = makeYear(school, office, schoolYear(now));
  const course = makeCourse(school, teacher, {
    yearId,
    title: 'Field Geography',
    code: 'GEO',
    periods: periodNumbers.map((number) => ({ number, label: `Period ${number}` })),
  });
  addStaff(school, teacher, course, staff.coTeacher.email);

  const periods = new Map(
    readCourse(school.db, course, 'teacher').periods.map((period) => [period.number, period.id]),
  );
  const students = makeStudents();
  joinRoster(school, teacher, course, {
    fromList: true,
    people: students.map(({ period, ...person }) => ({
      ...person,
      periodId: periods.get(period)!,
      knownId: null,
    })),
  });
  makeFolders(school, teacher, course);
  const byEmail = new Map(readRoster(school.db, course).map((person) => [person.email, person.id]));
  const seats = students.map((student) => ({ id: byEmail.get(student.email)!, student }));
  for (const id of [office, teacher, coTeacher, ...seats.map((seat) => seat.id)])
    setPasswordHash(school.db, id, hash);
  for (const assignment of assignments) {
    makeAssignment(school, teacher, course, {
      title: assignment.title,
      shortName: assignment.shortName,
      directions: assignment.directions,
      dues: assignment.periods.map((number) => ({
        periodId: periods.get(number)!,
        dueLocal: dueLocal(now, assignment.weeksAgo),
      })),
    });
  }
  return { teacher, coTeacher, course, seats };
}

/** Plans and does what students and teachers did with the work of the year. */
class WorkMaker {
  pieces = 0;
  readonly #ids: Map<string, AssignmentId>;
  readonly #wanted: WantedFile[] = [];
  readonly #made = new Map<string, MadeFile>();

  constructor(
    private readonly school: School,
    private readonly course: CourseId,
    private readonly now: Instant,
    private readonly teacher: PersonId,
    private readonly coTeacher: PersonId,
  ) {
    const { assignments: known } = readCourse(school.db, course, 'teacher');
    this.#ids = new Map(known.map((assignment) => [assignment.title, assignment.id]));
  }

  plan(seats: readonly Seat[]): Deed[] {
    const deeds: Deed[] = [];
    assignments.forEach((assignment, number) => {
      seats.forEach((seat, i) => {
        if (!assignment.periods.includes(seat.student.period)) return;
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
    for (let n = 0; n < files; n += 1) this.#want(assignment, seat, seed, n, at);
    let submission: SubmissionId | undefined;
    const deeds: Deed[] = [
      {
        at,
        does: () => {
          submission = this.#turnIn(assignment, seat, seed, files);
        },
      },
    ];
    deeds.push(...this.#planReview(assignment, at, chance, () => submission));
    if (!isNow && chance.happens(0.03)) {
      const changedAt = later(at, chance.between(30, 300) * MINUTE);
      this.#want(assignment, seat, seed, DRIFT, changedAt);
      deeds.push({ at: changedAt, does: () => this.#drift(submission, seed) });
    }
    return deeds;
  }

  /** Old work is handed back, last week's is in the middle of it, tonight's is partly looked at. */
  #planReview(
    assignment: DemoAssignment,
    turnedIn: Instant,
    chance: Chance,
    submission: () => SubmissionId | undefined,
  ): Deed[] {
    const { school, course, teacher, coTeacher } = this;
    const by = chance.happens(0.15) ? coTeacher : teacher;
    const seenAt = later(turnedIn, chance.between(40, 2000) * MINUTE);
    const deeds: Deed[] = [];
    const add = (at: Instant, does: (id: SubmissionId) => void) => {
      if (at >= this.now) return;
      deeds.push({
        at,
        does: () => {
          const id = submission();
          if (id) does(id);
        },
      });
    };
    const old = assignment.weeksAgo > 1;
    if (!old && !chance.happens(assignment.weeksAgo === 1 ? 0.85 : 0.45)) return deeds;
    add(seenAt, (id) => {
      markSeen(school, teacher, id);
      if (by !== teacher) markSeen(school, by, id);
    });
    if (!old && !chance.happens(0.5)) return deeds;
    const reviewedAt = later(seenAt, chance.between(2, 90) * MINUTE);
    if (chance.happens(0.55)) {
      const text = chance.pick(comments);
      add(later(reviewedAt, -MINUTE), (id) => addComment(school, by, id, text));
    }
    add(reviewedAt, (id) => markReviewed(school, by, id));
    const handBackShare = old ? 0.97 : assignment.weeksAgo === 1 ? 0.4 : 0.25;
    if (chance.happens(handBackShare))
      add(later(reviewedAt, 20 * HOUR), (id) => handBack(school, by, course, [id]));
    return deeds;
  }

  /** Somebody has put a file in the tray and not turned it in. */
  #begin(assignment: DemoAssignment, seat: Seat, seed: number): Deed {
    const at = later(this.now, -makeChance(seed).between(5, 300) * MINUTE);
    this.#want(assignment, seat, seed, 0, at);
    return { at, does: () => void this.#upload(assignment, seat, seed, 0) };
  }

  #want(assignment: DemoAssignment, seat: Seat, seed: number, n: number, at: Instant): void {
    this.#wanted.push({ key: `${seed}-${n}`, assignment, seat, seed: seed * 10 + n, again: n > 0, at });
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

  async #makeOne({ assignment, seat, seed, again, at }: WantedFile): Promise<MadeFile> {
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
    });
    const originalName = messyName(chance, kind, assignment.title, first || last, last);
    const kept = await vault.put(Readable.from([bytes]));
    return { originalName, ...kept, type: await sniffType(vault.pathOf(kept.sha256), originalName) };
  }

  #turnIn(assignment: DemoAssignment, seat: Seat, seed: number, files: number): SubmissionId {
    const uploadIds = Array.from({ length: files }, (_, n) => this.#upload(assignment, seat, seed, n));
    const { receipt } = turnIn(this.school, seat.id, this.#ids.get(assignment.title)!, {
      key: randomUUID(),
      uploadIds,
    });
    this.pieces += files;
    return receipt.submissionId;
  }

  #upload(assignment: DemoAssignment, seat: Seat, seed: number, n: number): UploadId {
    const { originalName, bytes, sha256, type } = this.#made.get(`${seed}-${n}`)!;
    const id = `u_demo-${seed}-${n}` as UploadId;
    startUpload(this.school, {
      id,
      studentId: seat.id,
      assignmentId: this.#ids.get(assignment.title)!,
      originalName,
      bytes,
    });
    markArrived(this.school, id, { sha256, ...type });
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

async function writeWho(folder: string, seats: readonly Seat[]): Promise<void> {
  const named = (last: string) => seats.find((seat) => seat.student.last === last)!.student;
  const examples = [named('Đặng'), named('Nwosu')];
  const people = [
    { email: staff.teacher.email, what: 'teacher of Field Geography' },
    { email: staff.coTeacher.email, what: 'co-teacher' },
    { email: staff.office.email, what: 'office' },
    ...examples.map((student) => ({
      email: student.email,
      what: `student, period ${student.period} (and so are ${seats.length - 2} more)`,
    })),
  ];
  await fsp.writeFile(
    path.join(folder, 'demo-school.json'),
    JSON.stringify({ password: PASSWORD, people }, null, 2),
  );
}
