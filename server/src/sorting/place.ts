import { addArrived, type ArrivedUpload } from '../intake/uploads';
import { undoAttempt } from '../submissions/attempts';
import {
  groupBy,
  type AssignmentId,
  type PersonId,
  type PileId,
  type PilePieceId,
  type Stay,
  type SubmissionId,
} from '@vestibul/core';
import { Failure } from '../platform/failure';
import { makeAttempt } from '../submissions/turnIn';
import type { School } from '../platform/School';
import { all, run, together } from '../platform/database/database';
import { findPilePiece, listPilePieces, setPieceState, type PilePieceRow } from './pilePieces';
import { findPile } from './piles';
import { findSubmission } from '../submissions/submissions';

/** Told pieces that are placed before other requests get their turn, in one transaction. */
const BATCH = 12;

/**
 * Places the next pieces of a pile that are told, those of one student for one assignment as one attempt. Answers whether any
 * was told. What cannot be placed lies on the table with the reason.
 */
export function placeTold(school: School, id: PileId): boolean {
  const { db } = school;
  const pile = findPile(db, id);
  const told = listPilePieces(db, id, 'told', { path: '', id: '' }, BATCH);
  if (told.length === 0) return false;
  const groups = groupBy(told, ({ answer }) => `${answer!.students.join()} ${answer!.assignment}`);
  together(db, () => {
    for (const pieces of groups.values()) {
      const { students, assignment } = pieces[0]!.answer!;
      const stay = tryToPlace(school, 'system', pieces, students, assignment!, pile.madeAt);
      if (stay !== null) for (const piece of pieces) setPieceState(db, piece.id, 'to sort', stay);
    }
  });
  return true;
}

const STAYS: Partial<Record<Failure['code'], Stay>> = {
  'not-given': 'not-given',
  'left-course': 'left-course',
  'name-off-rule': 'name-off-rule',
  'year-over': 'year-over',
  // The assignment was dropped in this moment.
  'not-found': 'not-given',
};

/** Places pieces with students; answers the reason why they stay where that is refused, else null. */
function tryToPlace(
  school: School,
  by: PersonId | 'system',
  pieces: readonly PilePieceRow[],
  students: readonly PersonId[],
  assignment: AssignmentId,
  at: ReturnType<School['now']>,
): Stay | null {
  try {
    placePieces(school, by, pieces, students, assignment, at);
    return null;
  } catch (error) {
    const stay = error instanceof Failure ? STAYS[error.code] : undefined;
    if (!stay) throw error;
    return stay;
  }
}

/**
 * Places pieces with each of these students, as one attempt of theirs, in one transaction with its lines; they stand as
 * handed in `at`. Fails as `makeAttempt`.
 */
export function placePieces(
  school: School,
  by: PersonId | 'system',
  pieces: readonly PilePieceRow[],
  students: readonly PersonId[],
  assignment: AssignmentId,
  at: ReturnType<School['now']>,
): SubmissionId[] {
  const { db } = school;
  return together(db, () =>
    students.map((student) => {
      const uploads = pieces.map((piece) => uploadFor(school, piece, student, assignment, at));
      const { submissionId, n } = makeAttempt(
        school,
        { student, by, at, key: crypto.randomUUID(), namesAgreed: true, pile: pieces[0]!.pileId },
        assignment,
        uploads,
      );
      for (const { id, reason } of pieces) {
        run(
          db,
          `INSERT INTO pile_placing (pile_piece_id, submission_id, n) VALUES (?, ?, ?)
           ON CONFLICT (pile_piece_id, submission_id) DO UPDATE SET n = excluded.n`,
          [id, submissionId, n],
        );
        setPieceState(db, id, 'placed', reason === 'taught' ? reason : '');
      }
      return submissionId;
    }),
  );
}

/** What a student hands in by way of a pile: the bytes in the vault under the name they came with. */
function uploadFor(
  school: School,
  piece: PilePieceRow,
  student: PersonId,
  assignment: AssignmentId,
  at: ReturnType<School['now']>,
): ArrivedUpload {
  return addArrived(school.db, {
    by: student,
    assignment,
    kind: 'file',
    text: null,
    name: piece.path.split('/').at(-1)!,
    bytes: piece.bytes,
    at,
    sha256: piece.sha256!,
    mime: piece.mime,
    extension: piece.extension,
  });
}

/**
 * Takes placed pieces out of their slots again, or out of that of `only`: the attempts they are in are undone, and what else
 * was in those is placed anew, unless there is a newer attempt. Inside the caller's transaction. Fails with
 * `has-review`.
 */
export function unplace(
  school: School,
  by: PersonId,
  pieces: readonly Pick<PilePieceRow, 'id'>[],
  only: SubmissionId | null = null,
): void {
  const { db } = school;
  const going = new Set(pieces.map(({ id }) => id));
  const attempts = groupBy(
    pieces
      .flatMap(({ id }) =>
        all<{ submissionId: SubmissionId; n: number }>(
          db,
          'SELECT submission_id AS submissionId, n FROM pile_placing WHERE pile_piece_id = ?',
          [id],
        ),
      )
      .filter(({ submissionId }) => only === null || submissionId === only),
    ({ submissionId, n }) => `${submissionId} ${n}`,
  );
  for (const [attempt] of attempts.values()) {
    const { submissionId, n } = attempt!;
    const row = findSubmission(db, submissionId);
    const placed = all<{ id: PilePieceId }>(
      db,
      'SELECT pile_piece_id AS id FROM pile_placing WHERE submission_id = ? AND n = ?',
      [submissionId, n],
    );
    undoAttempt(school, by, row, n);
    for (const { id } of placed)
      if (going.has(id))
        run(db, 'DELETE FROM pile_placing WHERE pile_piece_id = ? AND submission_id = ?', [id, submissionId]);
    const staying = placed.filter(({ id }) => !going.has(id)).map(({ id }) => findPilePiece(db, id));
    // Where the student has turned in since, that is what counts, and stays so.
    if (staying.length > 0 && n === row.attempts) {
      const { madeAt } = findPile(db, staying[0]!.pileId);
      placePieces(school, by, staying, [row.studentId], row.assignmentId, madeAt);
    }
  }
}
