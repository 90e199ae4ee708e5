import {
  faultsOfName,
  nameKey,
  partsOfName,
  withoutExtension,
  writeUniqueName,
  type CourseId,
  type Instant,
  type NameFault,
  type NameSegment,
  type NameSubject,
  type PersonId,
  type RenamingId,
  type Rule,
  type WrittenName,
} from '@vestibul/core';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { setRule } from '../courses/courses';
import { all, one, run, together } from '../platform/database/database';
import { listNameables, type Nameable } from './nameables';
import { CourseNaming, readStoredRule } from './naming';
import { isNameTaken, tableOf, writeRename, type Rename } from './renames';

/** Which names to change: all that differ, or these alone; by a new rule, or by the one in force. */
export interface RenamingWish {
  course: CourseId;
  subject: NameSubject;
  rule: string | null;
  ids: readonly string[] | null;
}

/** A thing and the name that it should have. */
interface Misnamed {
  thing: Nameable;
  proper: WrittenName;
}

/**
 * What does not have its proper name under a rule, in the order in which names were given out. What follows the rule
 * keeps its name, also where it was told apart from an equal one.
 */
function findMisnamed(rule: Rule, things: readonly Nameable[], ids: RenamingWish['ids'] = null): Misnamed[] {
  const wanted = ids && new Set(ids);
  const taken = new Set<string>();
  const changing = things.filter((thing) => {
    const keeps =
      (wanted && !wanted.has(thing.id)) || partsOfName(rule, thing.values, thing.name, roomOf(thing));
    if (keeps) taken.add(nameKey(thing.name));
    return !keeps;
  });
  return changing.flatMap((thing) => {
    const proper = writeUniqueName(rule, thing.values, roomOf(thing), (key) => taken.has(key));
    taken.add(nameKey(proper.name));
    return proper.name === thing.name ? [] : [{ thing, proper }];
  });
}

const roomOf = ({ extension, units }: Nameable) => ({ extension, units });

/** A name that a rule would change: both taken apart, the old one where the rule in force wrote it. */
export interface PlannedRename {
  id: string;
  was: string;
  is: string;
  isParts: NameSegment[];
  wasParts: NameSegment[] | null;
}

/** The names that would change. Heavy for a course with much work: runs in a thread. */
export function planRenaming(school: School, { course, subject, rule, ids }: RenamingWish): PlannedRename[] {
  const naming = new CourseNaming(school, course);
  const inForce = naming.rules[subject];
  const things = listNameables(school, naming, subject);
  return findMisnamed(rule === null ? inForce : readStoredRule(rule), things, ids).map(
    ({ thing, proper }) => ({
      id: thing.id,
      was: thing.name,
      is: proper.name,
      isParts: proper.segments,
      wasParts: partsOfName(inForce, thing.values, thing.name, roomOf(thing)),
    }),
  );
}

/** A name that does not follow the rule in force, and what it should be. */
export interface OffName {
  id: string;
  studentId: PersonId;
  name: string;
  proper: string;
  properParts: NameSegment[];
  faults: NameFault[];
}

/**
 * What in a course has a name that does not follow the rule in force: how many do not, and of the first `shown` by name what
 * each should be and what is wrong with it. Heavy: runs in a thread.
 */
export function findOffNames(
  school: School,
  { course, subject, shown }: { course: CourseId; subject: NameSubject; shown: number },
): { checked: number; total: number; off: OffName[] } {
  const naming = new CourseNaming(school, course);
  const rule = naming.rules[subject];
  const things = listNameables(school, naming, subject);
  const misnamed = findMisnamed(rule, things);
  const off = misnamed
    .toSorted((a, b) => (a.thing.name < b.thing.name ? -1 : 1))
    .slice(0, shown)
    .map(({ thing, proper }) => ({
      id: thing.id,
      studentId: thing.student.studentId,
      name: thing.name,
      proper: proper.name,
      properParts: proper.segments,
      faults: faultsOfName(rule, thing, withoutExtension(thing.name, thing.extension)),
    }));
  return { checked: things.length, total: misnamed.length, off };
}

/** What a long change of names tells while it runs, and asks. */
export interface Progress {
  report: (done: number, total: number) => void;
  isCancelled: () => boolean;
}

class Cancelled extends Error {}

/** How many names are written between two reports. */
const REPORT_EVERY = 25;

/**
 * Changes names as planned anew in this moment, all of them or none, with a ledger line each and the rule among them;
 * returns how many, or null when it was cancelled and nothing was written.
 */
export function applyRenaming(
  school: School,
  { id, by, ...wish }: RenamingWish & { id: RenamingId; by: PersonId },
  progress: Progress,
): number | null {
  return allOrNothing(school, () => {
    const { course, subject, rule, ids } = wish;
    const naming = new CourseNaming(school, course);
    const before = ruleSource(naming, subject);
    const changesRule = rule !== null && rule !== before;
    const things = listNameables(school, naming, subject);
    const plan = findMisnamed(rule === null ? naming.rules[subject] : readStoredRule(rule), things, ids).map(
      ({ thing, proper }): Rename => ({ subject, thing, is: proper.name }),
    );
    if (changesRule) setRule(school, by, course, subject, rule);
    noteRenaming(
      school,
      by,
      { id, course, subject, ...(changesRule ? { was: before, is: rule } : {}) },
      plan,
    );
    writeAll(school, by, plan, progress);
    endRenamingWork(school, id, { names: plan.length, stayed: 0 });
    return plan.length;
  });
}

/**
 * Takes a change of names back: every name that still is what it was changed to, and the rule where nobody has set
 * another since. Returns how many names went back and how many stayed because they were changed since or are taken.
 */
export function undoRenaming(
  school: School,
  { id, work, by }: { id: RenamingId; work: RenamingId; by: PersonId },
  progress: Progress,
): { back: number; stayed: number } | null {
  return allOrNothing(school, () => {
    const { db } = school;
    const renaming = findRenaming(school, id);
    if (!renaming || renaming.undoneAt !== null) return { back: 0, stayed: 0 };
    const { courseId: course, subject, ruleWas, ruleIs } = renaming;
    const naming = new CourseNaming(school, course);
    const things = new Map(
      listNameables(school, naming, subject).map((thing) => [thing.id as string, thing]),
    );
    const steps = all<{ subjectId: string; was: string; is: string }>(
      db,
      'SELECT subject_id AS subjectId, was, is_now AS "is" FROM renaming_step WHERE renaming_id = ?',
      [id],
    );
    const still = steps.filter(({ subjectId, is }) => things.get(subjectId)?.name === is);
    const moving = new Set(still.map(({ is }) => nameKey(is)));
    const plan = still
      // A name that something else has got since stays with it.
      .filter(({ was }) => moving.has(nameKey(was)) || !isNameTaken[subject](db, course, nameKey(was)))
      .map(({ subjectId, was }): Rename => ({ subject, thing: things.get(subjectId)!, is: was }));
    if (ruleWas !== null && ruleSource(naming, subject) === ruleIs)
      setRule(school, by, course, subject, ruleWas);
    run(db, 'UPDATE renaming SET undone_at = ? WHERE id = ?', [school.now(), id]);
    writeAll(school, by, plan, progress);
    const stayed = steps.length - plan.length;
    endRenamingWork(school, work, { names: plan.length, stayed });
    return { back: plan.length, stayed };
  });
}

/** Renames one thing by hand, to a name that was looked at before. The caller has checked that it is free. */
export function renameByHand(
  school: School,
  by: PersonId,
  subject: NameSubject,
  thing: Nameable,
  name: string,
): RenamingId {
  return together(school.db, () => {
    const id = newId<RenamingId>('rn');
    const rename = { subject, thing, is: name };
    noteRenaming(school, by, { id, course: thing.about.course, subject }, [rename]);
    writeRename(school, by, rename);
    return id;
  });
}

/** A course's rule as it was written. */
function ruleSource({ course }: CourseNaming, subject: NameSubject): string {
  return subject === 'folder' ? course.folderRule : course.fileRule;
}

/** Notes a change of names, so that it can be undone; `was` and `is` are the rule where it changes too. */
function noteRenaming(
  school: School,
  by: PersonId,
  renaming: { id: RenamingId; course: CourseId; subject: NameSubject; was?: string; is?: string },
  plan: readonly Rename[],
): void {
  const { id, course, subject, was = null, is = null } = renaming;
  run(
    school.db,
    `INSERT INTO renaming (id, course_id, subject, by_id, at, rule_was, rule_is, names)
     VALUES (:id, :course, :subject, :by, :at, :was, :is, :names)`,
    { id, course, subject, by, at: school.now(), was, is, names: plan.length },
  );
  for (const rename of plan)
    run(school.db, 'INSERT INTO renaming_step (renaming_id, subject_id, was, is_now) VALUES (?, ?, ?, ?)', [
      id,
      rename.thing.id,
      rename.thing.name,
      rename.is,
    ]);
}

/** A step may take the name that another has until its own turn, so all names are let go of before the first is given. */
function writeAll(
  school: School,
  by: PersonId,
  plan: readonly Rename[],
  { report, isCancelled }: Progress,
): void {
  for (const { subject, thing } of plan)
    run(school.db, `UPDATE ${tableOf[subject]} SET name_key = 'let go of: ' || id WHERE id = ?`, [thing.id]);
  plan.forEach((rename, i) => {
    if (i % REPORT_EVERY === 0) {
      if (isCancelled()) throw new Cancelled();
      report(i, plan.length);
    }
    writeRename(school, by, rename);
  });
  report(plan.length, plan.length);
}

function allOrNothing<Result>(school: School, work: () => Result): Result | null {
  try {
    return together(school.db, work);
  } catch (error) {
    if (error instanceof Cancelled) return null;
    throw error;
  }
}

interface RenamingRow {
  id: RenamingId;
  courseId: CourseId;
  subject: NameSubject;
  at: Instant;
  ruleWas: string | null;
  ruleIs: string | null;
  names: number;
  undoneAt: Instant | null;
}

const renamingColumns = `id, course_id AS courseId, subject, at, rule_was AS ruleWas, rule_is AS ruleIs, names,
  undone_at AS undoneAt`;

export function findRenaming(school: School, id: RenamingId): RenamingRow | undefined {
  return one(school.db, `SELECT ${renamingColumns} FROM renaming WHERE id = ?`, [id]);
}

/** Notes that a change of names begins, so that it is found again under its id whatever becomes of the server. */
export function noteRenamingWork(school: School, course: CourseId, id: RenamingId): void {
  run(school.db, 'INSERT INTO renaming_work (id, course_id, begun_at) VALUES (?, ?, ?)', [
    id,
    course,
    school.now(),
  ]);
}

/** Notes how it ended, in the transaction of the change itself. */
function endRenamingWork(school: School, id: RenamingId, end: { names: number; stayed: number }): void {
  run(school.db, 'UPDATE renaming_work SET names = :names, stayed = :stayed WHERE id = :id', { id, ...end });
}

/** A change of names that has begun; without `names` it has not ended, or ended without effect. */
export function findRenamingWork(
  school: School,
  id: RenamingId,
): { courseId: CourseId; names: number | undefined; stayed: number } | undefined {
  const row = one<{ courseId: CourseId; names: number | null; stayed: number | null }>(
    school.db,
    'SELECT course_id AS courseId, names, stayed FROM renaming_work WHERE id = ?',
    [id],
  );
  return row && { courseId: row.courseId, names: row.names ?? undefined, stayed: row.stayed ?? 0 };
}

/** How many changes of names the page shows. */
const SHOWN = 8;

/** The last changes of names in a course, the newest first. */
export function listRenamings(school: School, course: CourseId): RenamingRow[] {
  return all(
    school.db,
    `SELECT ${renamingColumns} FROM renaming WHERE course_id = ? ORDER BY at DESC LIMIT ?`,
    [course, SHOWN],
  );
}
