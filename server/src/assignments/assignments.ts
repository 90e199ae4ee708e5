import {
  localToInstant,
  nameKey,
  isScoredSo,
  sha256Hex,
  type Afterwards,
  type AssignmentId,
  type CourseId,
  type EventFacts,
  type Form,
  type GroupId,
  type Instant,
  type Counting,
  type LateCounts,
  type LateRule,
  type OffRule,
  type PeriodId,
  type PersonId,
  type RecordingKind,
  type RecordingRules,
  type Scoring,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { timeZoneOf } from '../school/facts';
import { listAssignments } from './assignmentList';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { listGroups, listPeriods } from '../courses/periods';

type Body = BodyOf<'makeAssignment'>;

export function makeAssignment(school: School, by: PersonId, course: CourseId, body: Body): AssignmentId {
  return together(school.db, () => {
    const id = newId<AssignmentId>('a');
    requireFreeTitle(school.db, course, body.title, id);
    run(
      school.db,
      `INSERT INTO assignment (id, course_id, title, title_key, short_name, directions, created_at)
       VALUES (:id, :course, :title, :key, '', '', :at)`,
      { id, course, title: body.title, key: nameKey(body.title), at: school.now() },
    );
    const dues = writeBody(school, course, id, body);
    writeEvent(school, by, 'assignment made', { course, assignment: id }, factsOf(body, dues));
    setVisible(school, by, course, id, visibleAt(school, body, null));
    return id;
  });
}

/** What the ledger tells of an assignment: what it allows in words, what it says by its hash. */
function factsOf(body: Body, dues: { period: PeriodId; due: Instant }[]): EventFacts['assignment changed'] {
  const { graceMinutes, lateCounts, counting, afterwards, holds, offRule, groupIds } = body;
  const { title, shortName, unit, directions, wants, scoring, lateRule, weight, recording, tells } = body;
  return {
    dues,
    graceMinutes,
    lateCounts,
    counting,
    afterwards,
    held: holds,
    offRule,
    groups: [...new Set(groupIds)],
    textsSha256: sha256Hex(JSON.stringify([title, shortName, unit, directions])),
    asksSha256: sha256Hex(JSON.stringify([wants, scoring, lateRule, weight, recording, tells])),
  };
}

/** Changes an assignment. What was turned in keeps how late it was unless the body says that it is to follow. */
export function changeAssignment(
  school: School,
  by: PersonId,
  id: AssignmentId,
  body: BodyOf<'changeAssignment'>,
): void {
  together(school.db, () => {
    const { courseId, counting, scoring, visibleAt: before } = findAssignment(school.db, id);
    requireFreeTitle(school.db, courseId, body.title, id);
    const times = timesOf(school.db, id);
    const dues = writeBody(school, courseId, id, body);
    if (body.counting !== counting || !isScoredSo(scoring, body.scoring))
      school.signals.standingChanged.tell(id);
    writeEvent(school, by, 'assignment changed', { course: courseId, assignment: id }, factsOf(body, dues));
    const visible = visibleAt(school, body, before);
    // What a student has handed in must not lie under something that nobody can see.
    if (visible !== before && (visible === null || visible > school.now()) && hasWork(school.db, id))
      throw new Failure('has-work', { what: 'assignment', name: body.title });
    setVisible(school, by, courseId, id, visible);
    // A change of something else says nothing of what was to keep its lateness before.
    if (body.alsoTurnedIn && timesOf(school.db, id) !== times)
      school.signals.timesChanged.tell({ by, assignment: id, student: null });
  });
}

/** Everything of an assignment that settles what is late, to be compared with what it was. */
function timesOf(db: Database, id: AssignmentId): string {
  const { graceMinutes, lateCounts } = findAssignment(db, id);
  return JSON.stringify({ graceMinutes, lateCounts, dues: listDues(db, id) });
}

/** When an assignment is due for each period that has it. */
export function listDues(db: Database, id: AssignmentId): { periodId: PeriodId; due: Instant }[] {
  return all(
    db,
    'SELECT period_id AS periodId, due_at AS due FROM assignment_due WHERE assignment_id = ? ORDER BY period_id',
    [id],
  );
}

/** Takes away an assignment that nobody has begun. Fails with `has-work`. */
export function dropAssignment(school: School, by: PersonId, id: AssignmentId): void {
  together(school.db, () => {
    const { db } = school;
    const { courseId, title } = findAssignment(db, id);
    if (hasWork(db, id)) throw new Failure('has-work', { what: 'assignment', name: title });
    for (const table of ['assignment_due', 'assignment_group', 'own_due'] as const)
      run(db, `DELETE FROM ${table} WHERE assignment_id = ?`, [id]);
    school.signals.assignmentDropped.tell({ by, course: courseId, assignment: id });
    run(db, 'DELETE FROM assignment WHERE id = ?', [id]);
    writeEvent(school, by, 'assignment dropped', { course: courseId, assignment: id }, {});
  });
}

function hasWork(db: Database, id: AssignmentId): boolean {
  return (
    one(db, 'SELECT 1 FROM submission WHERE assignment_id = ?', [id]) !== undefined ||
    one(db, 'SELECT 1 FROM upload WHERE assignment_id = ?', [id]) !== undefined ||
    one(db, 'SELECT 1 FROM delivery WHERE assignment_id = ?', [id]) !== undefined
  );
}

export interface AssignmentRow {
  id: AssignmentId;
  courseId: CourseId;
  title: string;
  shortName: string;
  directions: string;
  unit: string;
  graceMinutes: number;
  lateCounts: LateCounts;
  counting: Counting;
  wants: { forms: Form[]; files: number | null };
  scoring: Scoring;
  lateRule: LateRule;
  /** Null is as much as its points. */
  weight: number | null;
  recording: RecordingRules & { kinds: RecordingKind[] };
  afterwards: Afterwards;
  holds: boolean;
  /** Null is what the course says. */
  offRule: OffRule | null;
  tells: boolean;
  visibleAt: Instant | null;
}

export function findAssignment(db: Database, id: AssignmentId): AssignmentRow {
  const row = one<
    Omit<AssignmentRow, 'wants' | 'scoring' | 'lateRule' | 'recording' | 'holds' | 'tells'> & {
      wants: string;
      lateRule: string;
      recording: string;
      scoring: string;
      holds: number;
      tells: number;
    }
  >(
    db,
    `SELECT id, course_id AS courseId, title, short_name AS shortName, directions, unit, grace_minutes AS graceMinutes,
       late_counts AS lateCounts, counting, wants, scoring, late_rule AS lateRule, weight, recording, afterwards, holds, off_rule AS offRule, tells,
       visible_at AS visibleAt
     FROM assignment WHERE id = ?`,
    [id],
  );
  if (!row) throw new Failure('not-found');
  return {
    ...row,
    wants: JSON.parse(row.wants),
    scoring: JSON.parse(row.scoring),
    lateRule: JSON.parse(row.lateRule),
    recording: JSON.parse(row.recording),
    holds: row.holds === 1,
    tells: row.tells === 1,
  };
}

export function readAssignment(db: Database, id: AssignmentId): AnswerOf<'readAssignment'> {
  const { courseId, ...row } = findAssignment(db, id);
  const listed = listAssignments(db, courseId).find((known) => known.id === id)!;
  return { ...listed, ...row, hasWork: hasWork(db, id) };
}

/** Whether students see an assignment by now. */
export function isVisible(assignment: Pick<AssignmentRow, 'visibleAt'>, now: Instant): boolean {
  return assignment.visibleAt !== null && assignment.visibleAt <= now;
}

function requireFreeTitle(db: Database, course: CourseId, title: string, self: AssignmentId): void {
  const other = one<{ id: AssignmentId }>(
    db,
    'SELECT id FROM assignment WHERE course_id = ? AND title_key = ?',
    [course, nameKey(title)],
  );
  if (other && other.id !== self) throw new Failure('assignment-exists', { title });
}

/** Writes all that a body says but when it is seen; returns the due times for the ledger. */
function writeBody(
  school: School,
  course: CourseId,
  id: AssignmentId,
  body: Body,
): { period: PeriodId; due: Instant }[] {
  const { db } = school;
  run(
    db,
    `UPDATE assignment SET title = :title, title_key = :key, short_name = :shortName, directions = :directions,
       unit = :unit, grace_minutes = :graceMinutes, late_counts = :lateCounts, counting = :counting, wants = :wants, scoring = :scoring,
       late_rule = :lateRule, weight = :weight, recording = :recording,
       afterwards = :afterwards, holds = :holds, off_rule = :offRule, tells = :tells WHERE id = :id`,
    {
      id,
      title: body.title,
      key: nameKey(body.title),
      shortName: body.shortName,
      directions: body.directions,
      unit: body.unit,
      graceMinutes: body.graceMinutes,
      lateCounts: body.lateCounts,
      counting: body.counting,
      wants: JSON.stringify(body.wants),
      scoring: JSON.stringify(body.scoring),
      lateRule: JSON.stringify(body.lateRule),
      weight: body.weight,
      recording: JSON.stringify(body.recording),
      afterwards: body.afterwards,
      holds: body.holds ? 1 : 0,
      offRule: body.offRule,
      tells: body.tells ? 1 : 0,
    },
  );
  writeGroups(db, course, id, body.groupIds);
  run(db, 'DELETE FROM assignment_due WHERE assignment_id = ?', [id]);
  const zone = timeZoneOf(db);
  const periods = new Set(listPeriods(db, course).map((period) => period.id));
  return body.dues.map(({ periodId, dueLocal }) => {
    if (!periods.has(periodId)) throw new Failure('not-found', { what: 'period' });
    const due = localToInstant(dueLocal, zone);
    run(db, 'INSERT INTO assignment_due (assignment_id, period_id, due_local, due_at) VALUES (?, ?, ?, ?)', [
      id,
      periodId,
      dueLocal,
      due,
    ]);
    return { period: periodId, due };
  });
}

function writeGroups(db: Database, course: CourseId, id: AssignmentId, groupIds: readonly GroupId[]): void {
  run(db, 'DELETE FROM assignment_group WHERE assignment_id = ?', [id]);
  if (groupIds.length === 0) return;
  const known = new Set([...listGroups(db, course).values()].flat().map((group) => group.id));
  for (const group of new Set(groupIds)) {
    if (!known.has(group)) throw new Failure('not-found', { what: 'group' });
    run(db, 'INSERT INTO assignment_group (assignment_id, group_id) VALUES (?, ?)', [id, group]);
  }
}

function visibleAt(school: School, { visible }: Body, before: Instant | null): Instant | null {
  if (visible.when === 'draft') return null;
  if (visible.when === 'at') return localToInstant(visible.local, timeZoneOf(school.db));
  // What is seen already has been seen since then.
  return before !== null && before <= school.now() ? before : school.now();
}

function setVisible(
  school: School,
  by: PersonId,
  course: CourseId,
  id: AssignmentId,
  at: Instant | null,
): void {
  const changed = run(
    school.db,
    'UPDATE assignment SET visible_at = :at, appeared_at = NULL WHERE id = :id AND visible_at IS NOT :at',
    {
      id,
      at,
    },
  );
  if (changed > 0)
    writeEvent(school, by, 'assignment published', { course, assignment: id }, { visibleAt: at });
}

/** Notes that students see an assignment from now on. Inside the caller's transaction. */
export function noteAppeared(db: Database, id: AssignmentId, at: Instant): void {
  run(db, 'UPDATE assignment SET appeared_at = :at WHERE id = :id', { id, at });
}
