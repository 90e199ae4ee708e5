import { randomUUID } from 'node:crypto';
import { findDelivery, findPlaced, waitAgain } from '../doors/deliveries';
import type { CourseId, DeliveryId, PersonId, PilePieceId, SubmissionId } from '@vestibul/core';
import type { BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import { placePieces, unplace } from './place';
import { undoAttempt } from '../submissions/attempts';
import type { School } from '../platform/School';
import { all, one, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { findPilePiece } from './pilePieces';
import { findPile } from './piles';
import { moveSaid } from '../review/moveSaid';
import { findSubmission, type SubmissionRow } from '../submissions/submissions';
import { placeDelivered } from '../doors/deliver';
import { listAttempts } from '../submissions/settle';
import { makeAttempt } from '../submissions/turnIn';
import { copyTurnedIn } from '../intake/uploads';

/**
 * Takes an attempt that belongs to someone else, however it came into this slot, out of it and places it with whom and for
 * what it is, as turned in when it was. The files go along: whose they were not keeps nothing of them, but for the receipt of
 * what they turned in themselves, and so does what the staff has said and given of it. Fails with `newer-attempt`, `has-review`, and as `makeAttempt`; then nothing is changed.
 * Returns the submission in which it is now.
 */
export function movePlacing(
  school: School,
  by: PersonId,
  id: SubmissionId,
  { attempt, studentId, assignmentId }: BodyOf<'movePlacing'>,
): SubmissionId {
  return together(school.db, () => {
    const { db } = school;
    const row = findSubmission(db, id);
    if (row.attempt === 0) throw new Failure('nothing-in');
    if (row.attempt !== attempt) throw new Failure('newer-attempt', { attempt: row.attempt });
    const submissionId = placeElsewhere(school, by, row, { studentId, assignmentId });
    moveSaid(
      db,
      { submissionId: id, attempt },
      { submissionId, attempt: findSubmission(db, submissionId).attempts },
    );
    return submissionId;
  });
}

/** Takes the attempt that counts out of its slot, and places it with whom and for what it is. Inside the caller's transaction. */
function placeElsewhere(
  school: School,
  by: PersonId,
  row: SubmissionRow,
  { studentId, assignmentId }: Pick<BodyOf<'movePlacing'>, 'studentId' | 'assignmentId'>,
): SubmissionId {
  const { db } = school;
  const { id, attempt } = row;
  requireInCourse(school, row.courseId, { studentId, assignmentId });
  const pieces = all<{ id: PilePieceId }>(
    db,
    'SELECT pile_piece_id AS id FROM pile_placing WHERE submission_id = ? AND n = ? ORDER BY pile_piece_id',
    [id, attempt],
  ).map((placed) => findPilePiece(db, placed.id));
  if (pieces.length > 0) {
    const { madeAt } = findPile(db, pieces[0]!.pileId);
    unplace(school, by, pieces, id);
    return placePieces(school, by, pieces, [studentId], assignmentId, madeAt)[0]!;
  }
  const delivery = deliveryOf(db, id, attempt);
  const { at } = listAttempts(db, id).find(({ n }) => n === attempt)!;
  undoAttempt(school, by, row, attempt);
  if (delivery) {
    waitAgain(db, delivery);
    return placeDelivered(school, by, delivery, studentId, assignmentId);
  }
  const { submissionId } = makeAttempt(
    school,
    { student: studentId, by, at, key: randomUUID(), namesAgreed: true },
    assignmentId,
    copyTurnedIn(db, id, attempt, { by: studentId, assignment: assignmentId }),
  );
  return submissionId;
}

/**
 * Undoes what was decided of something that came by a side door: it is out of the slot in which it was placed, and waits on
 * the table again. Fails with `not-decided`, `has-review`.
 */
export function decideAgain(school: School, by: PersonId, id: DeliveryId): void {
  together(school.db, () => {
    const { db } = school;
    const { courseId: course, placedAt, turnedAwayAt } = findDelivery(db, id);
    if (placedAt === null && turnedAwayAt === null) throw new Failure('not-decided');
    const placed = findPlaced(db, id);
    if (placed) undoAttempt(school, by, findSubmission(db, placed.submissionId), placed.n);
    waitAgain(db, id);
    writeEvent(school, by, 'waits again', { course }, { delivery: id });
  });
}

/** What came by a side door and was placed as this attempt: its press is the delivery's id. */
function deliveryOf(db: Database, id: SubmissionId, attempt: number): DeliveryId | undefined {
  const { key } = one<{ key: string }>(
    db,
    'SELECT press_key AS key FROM attempt WHERE submission_id = ? AND n = ?',
    [id, attempt],
  )!;
  return one<{ id: DeliveryId }>(db, 'SELECT id FROM delivery WHERE id = ?', [key.split(' ')[0]!])?.id;
}

function requireInCourse(
  { db }: School,
  course: CourseId,
  { studentId, assignmentId }: Pick<BodyOf<'movePlacing'>, 'studentId' | 'assignmentId'>,
): void {
  if (!one(db, 'SELECT 1 FROM assignment WHERE id = ? AND course_id = ?', [assignmentId, course]))
    throw new Failure('not-found', { what: 'assignment' });
  if (!one(db, 'SELECT 1 FROM enrolment WHERE course_id = ? AND student_id = ?', [course, studentId]))
    throw new Failure('not-here');
}
