import { randomUUID } from 'node:crypto';
import type {
  AssignmentId,
  CourseId,
  FileId,
  Instant,
  PersonId,
  SubmissionId,
  UploadId,
} from '@vestibul/core';
import { dropFile, markArrived, one, readCourse, startUpload, turnIn, type School } from '@vestibul/server';
import { assignments, type DemoAssignment } from './assignments';
import { dueInstant, later } from './calendar';
import { wasThere } from './comings';
import { keepFile, type KeptFile } from './files/keepFile';
import { makeFile, messyName } from './files/makeFile';
import { sentences } from './files/texts';
import { makeBlankFile } from './handOuts';
import type { DemoStudent } from './people';
import { makeChance } from './random';
import { ReviewPlan, type Deed } from './ReviewPlan';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

/** Whose file lies in the trash for certain. */
const DELETED = { who: 'Nwosu', title: 'Hedgerow survey' };

export interface Seat {
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

interface MadeFile extends KeptFile {
  originalName: string;
}

/** Who turns the sheet in as it was handed out. */
const AS_HANDED_OUT = 'Maeve Weber';

/** Whose report is much the same as another's, with two sentences of their own behind it. */
const ALIKE = { title: 'Stream gauge log', who: 'Emil Wanjiru', like: 'Otis Lowe' };

/** Files made at once. */
const AT_ONCE = 8;
/** The number of the file that a student's own became after turning it in. */
const DRIFT = 7;
/** The number of the file that somebody turned in first, and went over once more. */
const DRAFT = 8;

/** Plans and does what students and teachers did with the work of the year. */
export class WorkMaker {
  pieces = 0;
  readonly #ids: Map<string, AssignmentId>;
  readonly #wanted: WantedFile[] = [];
  readonly #made = new Map<string, MadeFile>();
  readonly #reviews: ReviewPlan;
  /** Where everybody sits, by their name. */
  #seats = new Map<string, number>();

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
    this.#seats = new Map(seats.map(({ student }, i) => [fullName(student), i]));
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
      deeds.push({ at: changedAt, does: () => this.#drift(submission, seat, seed) });
    }
    // Some put their file away once it is turned in.
    const tidies = makeChance(17_000 + seed);
    const isDeleted = seat.student.last === DELETED.who && assignment.title === DELETED.title;
    if (isDeleted || (!isNow && tidies.happens(0.008)))
      deeds.push({
        at: later(this.now, -tidies.between(2, 20) * 24 * HOUR),
        does: () => {
          if (submission) dropFile(this.school, seat.id, topFileOf(this.school, submission));
        },
      });
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
    await Promise.all([this.#reviews.makeFiles(), ...Array.from({ length: AT_ONCE }, work)]);
  }

  async #makeOne({ assignment, seat, seed, again, isDraft, at }: WantedFile): Promise<MadeFile> {
    const { first, last } = seat.student;
    const author = fullName(seat.student);
    const isAlike = assignment.title === ALIKE.title && author === ALIKE.who && !again;
    // Each assignment has a thousand numbers of its own, a seat each, and a seat ten files.
    const written = isAlike ? Math.floor(seed / 10_000) * 10_000 + this.#seats.get(ALIKE.like)! * 10 : seed;
    const chance = makeChance(seed);
    const kind = again || chance.happens(0.35) ? chance.pick(assignment.kinds) : assignment.kinds[0]!;
    const { sheet } = assignment;
    const bytes =
      sheet?.kind === kind && author === AS_HANDED_OUT
        ? await makeBlankFile(sheet.title, kind, at)
        : await makeFile({
            kind,
            title: assignment.title,
            author,
            at,
            chance: () => makeChance(written),
            isDraft,
            ends: isAlike ? sentences(makeChance(seed), 2) : [],
          });
    const originalName = messyName(chance, kind, assignment.title, first || last, last);
    return { originalName, ...(await keepFile(this.school, bytes, originalName)) };
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
  #drift(submission: SubmissionId | undefined, seat: Seat, seed: number): void {
    if (!submission) return;
    const { originalName, bytes, sha256, type } = this.#made.get(`${seed}-${DRIFT}`)!;
    const id = `u_demo-${seed}-${DRIFT}` as UploadId;
    const fileId = topFileOf(this.school, submission);
    startUpload(this.school, { id, byId: seat.id, fileId, originalName, bytes });
    markArrived(this.school, id, { sha256, bytes, ...type });
  }
}

const fullName = ({ first, last }: DemoStudent) => [first, last].filter(Boolean).join(' ');

function topFileOf(school: School, submission: SubmissionId): FileId {
  return one<{ id: FileId }>(
    school.db,
    'SELECT q.file_id AS id FROM submission s JOIN piece q ON q.id = s.top_piece_id WHERE s.id = ?',
    [submission],
  )!.id;
}
