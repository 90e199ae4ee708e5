import { endUseAtDoor, findUpload, hasArrived, type ArrivedUpload } from '../intake/uploads';
import { randomUUID } from 'node:crypto';
import {
  makeVisitorReader,
  type AssignmentId,
  type DeliveryId,
  type PersonId,
  type SubmissionId,
  type VisitId,
} from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import type { VisitRow } from './visits';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { findDelivery, requireWaiting, type DeliveryRow } from './deliveries';
import { requireHandsIn, type DoorRow } from './doors';
import { all, one, run, together } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { listRosterValues } from '../naming/naming';
import { makeAttempt } from '../submissions/turnIn';

/**
 * Takes in what a guest brought, in one transaction with its line. It goes straight to a student only where it is proven
 * whose it is (core/identify/visitorReader); else it waits on the sorting table. The same press is one delivery however often it
 * comes. Fails with `press-used`, `door-closed`, `not-entered`, `upload-gone`, `still-arriving`.
 */
export function deliver(school: School, door: DoorRow, visit: VisitRow, body: BodyOf<'deliver'>): void {
  const { db } = school;
  together(db, () => {
    const before = one<{ visitId: VisitId }>(
      db,
      'SELECT visit_id AS visitId FROM delivery WHERE press_key = ?',
      [body.key],
    );
    if (before && before.visitId !== visit.id) throw new Failure('press-used');
    if (before) return;
    requireHandsIn(school, door, visit);
    const uploads = [...new Set(body.uploadIds)].map((id): ArrivedUpload => {
      const upload = findUpload(db, id);
      if (!upload || upload.visitId !== visit.id || upload.droppedAt !== null || upload.turnedInAt !== null)
        throw new Failure('upload-gone');
      if (!hasArrived(upload)) throw new Failure('still-arriving', { name: upload.originalName });
      return upload;
    });
    const at = school.now();
    const id = newId<DeliveryId>('g');
    const assignmentId = door.assignmentId ?? chosenOf(school, door, body.assignmentId);
    const about = { course: door.courseId, ...(assignmentId ? { assignment: assignmentId } : {}) };
    const line = writeEvent(
      school,
      'system',
      'came by side door',
      about,
      {
        door: door.id,
        delivery: id,
        pieces: uploads.length,
        sealed: uploads.map(({ sha256 }) => sha256),
      },
      at,
    );
    run(
      db,
      `INSERT INTO delivery (id, door_id, visit_id, course_id, assignment_id, at, press_key, event_index)
       VALUES (:id, :door, :visit, :course, :assignment, :at, :key, :line)`,
      {
        id,
        door: door.id,
        visit: visit.id,
        course: door.courseId,
        assignment: assignmentId,
        at,
        key: body.key,
        line,
      },
    );
    uploads.forEach((upload, place) => endUseAtDoor(db, upload.id, { at, delivery: id, place }));
    placeIfProven(school, findDelivery(db, id));
  });
}

/** What a guest says it is for, where the course has it. */
function chosenOf(school: School, door: DoorRow, wanted: AssignmentId | null): AssignmentId | null {
  if (!wanted) return null;
  const known = one(school.db, 'SELECT 1 FROM assignment WHERE id = ? AND course_id = ?', [
    wanted,
    door.courseId,
  ]);
  return known ? wanted : null;
}

function placeIfProven(school: School, delivery: DeliveryRow): void {
  const { name, email, confirmedAt, assignmentId, courseId } = delivery;
  // A name alone never proves anything, so nobody is looked for.
  if (!assignmentId || confirmedAt === null) return;
  const whoCame = makeVisitorReader(listRosterValues(school.db, courseId));
  const { certain } = whoCame({ name, email, isConfirmed: true });
  if (!certain) return;
  try {
    place(school, 'system', delivery, certain, assignmentId);
  } catch (error) {
    // Not given to their period, say: then somebody of the staff decides.
    if (!(error instanceof Failure)) throw error;
  }
}

/** Puts a delivery into a student's slot, as handed in when it was. Fails with `already-placed`, `not-given`, `left-course`. */
export function placeDelivery(
  school: School,
  by: PersonId,
  id: DeliveryId,
  student: PersonId,
  assignmentId: AssignmentId,
): SubmissionId {
  return together(school.db, () => {
    const delivery = findDelivery(school.db, id);
    const inCourse = one(school.db, 'SELECT 1 FROM assignment WHERE id = ? AND course_id = ?', [
      assignmentId,
      delivery.courseId,
    ]);
    if (!inCourse) throw new Failure('not-found', { what: 'assignment' });
    return placeDelivered(school, by, id, student, assignmentId);
  });
}

/** The same inside the caller's transaction, of an assignment that is known to be of the course. */
export function placeDelivered(
  school: School,
  by: PersonId,
  id: DeliveryId,
  student: PersonId,
  assignmentId: AssignmentId,
): SubmissionId {
  const delivery = findDelivery(school.db, id);
  requireWaiting(delivery);
  return place(school, by, delivery, student, assignmentId);
}

function place(
  school: School,
  by: PersonId | 'system',
  delivery: DeliveryRow,
  student: PersonId,
  assignmentId: AssignmentId,
): SubmissionId {
  const { db } = school;
  const uploads = all<{ id: ArrivedUpload['id'] }>(
    db,
    'SELECT id FROM upload WHERE delivery_id = ? ORDER BY place, started_at, rowid',
    [delivery.id],
  ).map(({ id }) => findUpload(db, id) as ArrivedUpload);
  const { submissionId } = makeAttempt(
    school,
    {
      student,
      by,
      at: delivery.at,
      // A delivery that is moved is placed more than once.
      key: `${delivery.id} ${randomUUID()}`,
      namesAgreed: true,
      delivery: delivery.id,
    },
    assignmentId,
    uploads,
  );
  run(
    db,
    'UPDATE delivery SET placed_at = :at, submission_id = :submission, assignment_id = :assignment WHERE id = :id',
    {
      at: school.now(),
      submission: submissionId,
      assignment: assignmentId,
      id: delivery.id,
    },
  );
  return submissionId;
}
