import {
  faultsOfName,
  nameKey,
  passDoor,
  splitName,
  writeUniqueName,
  type Instant,
  type NameFault,
  type Naming,
  type Passage,
  type Rule,
} from '@vestibul/core';
import type { School } from '../platform/School';
import type { AssignmentRow } from '../assignments/assignments';
import { folderNameOf } from './folders';
import { CourseNaming, findNamed, offRuleOf } from './naming';
import { isPieceName, type Sitting } from '../assignments/sitting';

export interface DoorName {
  cameAs: string;
  /** The proper name, unlike every other in its course. */
  name: string;
  passage: Passage;
  /** What is wrong with the name it came with. */
  faults: NameFault[];
}

/** A file on its way in: the name it came with, and the extension that its bytes have. */
interface Incoming {
  originalName: string;
  extension: string;
  /** Whether it came without a name of its own, as a text written here does. */
  isNamedHere?: boolean;
}

/** One attempt of a student at an assignment, ready to name its pieces: the one place where every door gets names from. */
export class AttemptNaming {
  readonly #course: CourseNaming;
  readonly #named: (file: Incoming, n: number) => Naming;

  constructor(
    private readonly school: School,
    private readonly assignment: AssignmentRow,
    sitting: Sitting,
    attempt: { n: number; at: Instant },
  ) {
    const { courseId } = assignment;
    this.#course = new CourseNaming(school, courseId);
    const student = findNamed(school.db, courseId, sitting.studentId)!;
    const known = {
      assignment,
      // The period's day, so that all of it are named alike: a student's own time is nobody else's to read.
      due: this.#course.dueDay(assignment.id, sitting.periodId),
      at: attempt.at,
      attempt: attempt.n,
      period: sitting.periodLabel,
      folder: folderNameOf(school.db, courseId, sitting.studentId),
    };
    this.#named = (file, n) => this.#course.piece(student, { ...known, ...file, n });
  }

  get offRule() {
    return offRuleOf(this.#course.course, this.assignment);
  }

  get rule(): { source: string; tree: Rule } {
    return { source: this.#course.course.fileRule, tree: this.#course.rules.file };
  }

  /** What the rule is filled with for a file that is not there yet. */
  next(n: number): Naming {
    return this.#named({ originalName: '', extension: '' }, n);
  }

  /**
   * The proper name of each file, unlike every other in the course, and how the one it came with passes the door; so many
   * are in the attempt `already`.
   */
  nameAll(files: readonly Incoming[], isAgreed: boolean, already = 0): DoorName[] {
    const rule = this.rule.tree;
    const given = new Set<string>();
    const isTaken = (key: string) =>
      given.has(key) || isPieceName(this.school.db, this.assignment.courseId, key);
    return files.map((file, i) => {
      const { values, ...room } = this.#named(file, already + i + 1);
      const { name } = writeUniqueName(rule, values, room, isTaken);
      given.add(nameKey(name));
      // The extension follows the bytes, so the one it came with is no fault.
      const stem = room.extension ? splitName(file.originalName).stem : file.originalName;
      const faults = file.isNamedHere ? [] : faultsOfName(rule, { values, ...room }, stem);
      const passage = passDoor(this.offRule, faults.length === 0, isAgreed);
      return { cameAs: file.originalName, name, passage, faults };
    });
  }
}
