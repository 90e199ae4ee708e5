import { layDown } from './pilePieces';
import {
  pileStates,
  type AssignmentId,
  type CourseId,
  type Instant,
  type PeriodId,
  type PersonId,
  type PileCounts,
  type PileId,
  type PileState,
} from '@vestibul/core';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';

export interface PileRow {
  id: PileId;
  courseId: CourseId;
  byId: PersonId;
  name: string;
  periodId: PeriodId | null;
  assignmentId: AssignmentId | null;
  madeAt: Instant;
  sentAt: Instant | null;
  cancelledAt: Instant | null;
  /** Since when it stands still for want of room. */
  noRoomAt: Instant | null;
}

const pileColumns = `id, course_id AS courseId, by_id AS byId, name, period_id AS periodId, assignment_id AS assignmentId,
  made_at AS madeAt, sent_at AS sentAt, cancelled_at AS cancelledAt, no_room_at AS noRoomAt`;

export function findPile(db: Database, id: PileId): PileRow {
  const row = one<PileRow>(db, `SELECT ${pileColumns} FROM pile WHERE id = ?`, [id]);
  if (!row) throw new Failure('not-found');
  return row;
}

/** Begins a pile; what is sent for it counts as known to be of this period or assignment, where one is given. */
export function makePile(
  school: School,
  by: PersonId,
  course: CourseId,
  known: { name: string; periodId: PeriodId | null; assignmentId: AssignmentId | null },
): PileId {
  const { db } = school;
  return together(db, () => {
    for (const [table, id] of [
      ['period', known.periodId],
      ['assignment', known.assignmentId],
    ] as const)
      if (id !== null && !one(db, `SELECT 1 FROM ${table} WHERE id = ? AND course_id = ?`, [id, course]))
        throw new Failure('not-found', { what: table });
    const id = newId<PileId>('l');
    run(
      db,
      `INSERT INTO pile (id, course_id, by_id, name, period_id, assignment_id, made_at)
       VALUES (:id, :course, :by, :name, :periodId, :assignmentId, :at)`,
      { id, course, by, ...known, at: school.now() },
    );
    writeEvent(
      school,
      by,
      'pile brought',
      {
        course,
        ...(known.periodId ? { period: known.periodId } : {}),
        ...(known.assignmentId ? { assignment: known.assignmentId } : {}),
      },
      { pile: id },
    );
    return id;
  });
}

/** Says that all of a pile has been sent. */
export function endSending(school: School, id: PileId): void {
  run(school.db, 'UPDATE pile SET sent_at = COALESCE(sent_at, ?) WHERE id = ?', [school.now(), id]);
}

/** Stops a pile: what was placed stays placed, what was read lies on the table, and nothing more is taken out. */
export function stopPile(school: School, by: PersonId, id: PileId): void {
  together(school.db, () => {
    const stopped = run(school.db, 'UPDATE pile SET cancelled_at = ? WHERE id = ? AND cancelled_at IS NULL', [
      school.now(),
      id,
    ]);
    if (stopped > 0) {
      const { courseId: course } = findPile(school.db, id);
      writeEvent(school, by, 'pile stopped', { course }, { pile: id });
    }
    layDown(school.db, id);
  });
}

/** The piles of a course, the newest first, at most `limit`. */
export function listPiles(db: Database, course: CourseId, limit: number): PileRow[] {
  return all<PileRow>(
    db,
    `SELECT ${pileColumns} FROM pile WHERE course_id = ? ORDER BY made_at DESC, id LIMIT ?`,
    [course, limit],
  );
}

/** Piles that were not stopped and of which something is still to be taken out or read. */
export function listUnfinished(db: Database): PileId[] {
  return all<{ id: PileId }>(
    db,
    `SELECT l.id FROM pile l WHERE l.cancelled_at IS NULL AND l.made_at >= '' AND (
       EXISTS (SELECT 1 FROM pile_piece q WHERE q.pile_id = l.id AND q.state IN ('reading', 'told'))
       OR EXISTS (SELECT 1 FROM upload u WHERE u.pile_id = l.id AND u.arrived_at IS NOT NULL AND u.turned_in_at IS NULL))`,
  ).map(({ id }) => id);
}

/** Piles that nobody ended and of which nothing has begun or ended to come since then. */
export function listQuiet(db: Database, since: Instant): PileId[] {
  return all<{ id: PileId }>(
    db,
    `SELECT l.id FROM pile l WHERE l.sent_at IS NULL AND l.cancelled_at IS NULL AND l.made_at < :since
       AND EXISTS (SELECT 1 FROM upload u WHERE u.pile_id = l.id)
       AND NOT EXISTS (SELECT 1 FROM upload u WHERE u.pile_id = l.id AND u.dropped_at IS NULL
         AND (u.started_at >= :since OR u.arrived_at >= :since))`,
    { since },
  ).map(({ id }) => id);
}

export function countPile(db: Database, id: PileId): PileCounts {
  const counts = Object.fromEntries(pileStates.map((state) => [state, 0])) as PileCounts;
  for (const { state, count } of all<{ state: PileState; count: number }>(
    db,
    'SELECT state, COUNT(*) AS count FROM pile_piece WHERE pile_id = ? GROUP BY state',
    [id],
  ))
    counts[state] = count;
  return counts;
}

/** How many of a pile's uploads are on their way, and how many wait to be taken out. */
export function countUploads(db: Database, id: PileId): { onTheirWay: number; waiting: number } {
  return one(
    db,
    `SELECT COUNT(*) FILTER (WHERE arrived_at IS NULL) AS onTheirWay,
       COUNT(*) FILTER (WHERE arrived_at IS NOT NULL AND turned_in_at IS NULL) AS waiting
     FROM upload WHERE pile_id = ? AND dropped_at IS NULL`,
    [id],
  )!;
}

/** Whom words in names mean in a course, as somebody decided. */
export function listKnownWords(
  db: Database,
  course: CourseId,
): { words: string; studentId: PersonId; at: Instant }[] {
  return all(
    db,
    'SELECT words, student_id AS studentId, at FROM known_words WHERE course_id = ? ORDER BY words LIMIT 2000',
    [course],
  );
}

/** Notes that a pile stands still for want of room, or that it goes on. */
export function setPileWithoutRoom(school: School, id: PileId, without: boolean): void {
  run(school.db, 'UPDATE pile SET no_room_at = :at WHERE id = :id AND (no_room_at IS NULL) = :changes', {
    id,
    at: without ? school.now() : null,
    changes: without ? 1 : 0,
  });
}

/** The piles that stand still for want of room. */
export function listWithoutRoom(db: Database): PileId[] {
  return all<{ id: PileId }>(
    db,
    'SELECT id FROM pile WHERE no_room_at IS NOT NULL AND cancelled_at IS NULL ORDER BY no_room_at',
  ).map(({ id }) => id);
}

/** What still lies on the table of a pile that was for one assignment alone, which goes, is for another. */
export function freeFromAssignment(db: Database, assignment: AssignmentId): void {
  run(db, 'UPDATE pile SET assignment_id = NULL WHERE assignment_id = ?', [assignment]);
}
