import {
  formOf,
  makeVisitorReader,
  type AssignmentId,
  type CourseId,
  type DeliveryId,
  type Instant,
  type PersonId,
  type Sha256,
  type SubmissionId,
  type UploadId,
  type VisitId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { listRosterValues } from '../naming/naming';
import { ROWS_OF_PAGE, cutPage, readAfter } from '../platform/database/paging';

export interface DeliveryRow {
  id: DeliveryId;
  courseId: CourseId;
  assignmentId: AssignmentId | null;
  visitId: VisitId;
  at: Instant;
  name: string;
  email: string;
  confirmedAt: Instant | null;
  placedAt: Instant | null;
  turnedAwayAt: Instant | null;
}

const deliveryQuery = `SELECT g.id, g.course_id AS courseId, g.assignment_id AS assignmentId, g.visit_id AS visitId, g.at,
    v.name, v.email, v.confirmed_at AS confirmedAt, g.placed_at AS placedAt, g.turned_away_at AS turnedAwayAt
  FROM delivery g JOIN visit v ON v.id = g.visit_id`;

export function findDelivery(db: Database, id: DeliveryId): DeliveryRow {
  const row = one<DeliveryRow>(db, `${deliveryQuery} WHERE g.id = ?`, [id]);
  if (!row) throw new Failure('not-found');
  return row;
}

/** Fails with `already-placed` where somebody has decided about it. */
export function requireWaiting(row: DeliveryRow): void {
  if (row.placedAt !== null || row.turnedAwayAt !== null) throw new Failure('already-placed');
}

/** How many deliveries of a course wait. */
export function countWaiting(db: Database, course: CourseId): number {
  return one<{ count: number }>(
    db,
    'SELECT COUNT(*) AS count FROM delivery WHERE course_id = ? AND placed_at IS NULL AND turned_away_at IS NULL',
    [course],
  )!.count;
}

/** One page of what waits to be placed, the oldest first, from behind `after`. */
export function listDeliveries(school: School, course: CourseId, after: string): AnswerOf<'listDeliveries'> {
  const rows = all<DeliveryRow>(
    school.db,
    `${deliveryQuery} WHERE g.course_id = :course AND g.placed_at IS NULL AND g.turned_away_at IS NULL
       AND (g.at, g.id) > (:afterAt, :afterId) ORDER BY g.at, g.id LIMIT :limit`,
    { course, ...readAfter(after), limit: ROWS_OF_PAGE },
  );
  const { page, next } = cutPage(rows, ({ at, id }) => ({ at, id }));
  const whoCame = makeVisitorReader(page.length > 0 ? listRosterValues(school.db, course) : []);
  return {
    deliveries: page.map(({ id, at, name, email, confirmedAt, assignmentId }) => ({
      id,
      at,
      name,
      email,
      isConfirmed: confirmedAt !== null,
      assignmentId,
      pieces: piecesOf(school.db, id),
      candidates: whoCame({ name, email, isConfirmed: confirmedAt !== null }).candidates,
    })),
    next,
  };
}

function piecesOf(db: Database, id: DeliveryId) {
  return all<{ id: UploadId; originalName: string; mime: string; extension: string; bytes: number }>(
    db,
    `SELECT id, original_name AS originalName, mime, extension, bytes FROM upload WHERE delivery_id = ?
     ORDER BY place, started_at, rowid`,
    [id],
  ).map(({ extension, ...piece }) => ({ ...piece, form: formOf(piece.mime, extension) }));
}

/** One of the files of a delivery. Fails with `not-found`. */
export function findDelivered(
  db: Database,
  id: DeliveryId,
  upload: UploadId,
): { name: string; mime: string; sha256: Sha256 } {
  const row = one<{ name: string; mime: string; sha256: Sha256 }>(
    db,
    'SELECT original_name AS name, mime, sha256 FROM upload WHERE id = ? AND delivery_id = ?',
    [upload, id],
  );
  if (!row) throw new Failure('not-found');
  return row;
}

/** Says that a delivery is nobody's here. Its bytes and its line stay. */
export function turnAway(school: School, by: PersonId, id: DeliveryId): void {
  together(school.db, () => {
    const row = findDelivery(school.db, id);
    requireWaiting(row);
    run(school.db, 'UPDATE delivery SET turned_away_at = ? WHERE id = ?', [school.now(), id]);
    writeEvent(school, by, 'turned away', { course: row.courseId }, { delivery: id });
  });
}

/** Has a delivery wait again for somebody to say whose it is. Inside the caller's transaction. */
export function waitAgain(db: Database, id: DeliveryId): void {
  run(db, 'UPDATE delivery SET placed_at = NULL, submission_id = NULL, turned_away_at = NULL WHERE id = ?', [
    id,
  ]);
}

/** The attempt that a delivery was last placed as: its press begins with the delivery's id. */
export function findPlaced(
  db: Database,
  id: DeliveryId,
): { submissionId: SubmissionId; n: number } | undefined {
  return one(
    db,
    `SELECT t.submission_id AS submissionId, t.n FROM delivery g JOIN attempt t ON t.submission_id = g.submission_id
     WHERE g.id = :id AND t.press_key >= :from AND t.press_key < :to AND t.undone_at IS NULL ORDER BY t.n DESC LIMIT 1`,
    // '!' comes after the blank that parts the delivery's id from the rest.
    { id, from: `${id} `, to: `${id}!` },
  );
}
