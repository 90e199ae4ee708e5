import type { PersonId, PilePieceId } from '@vestibul/core';
import type { School } from '../platform/School';
import { together } from '../platform/database/database';
import {
  findPilePiece,
  findSameBytes,
  findTurnedIn,
  keepAnswer,
  type PieceAnswer,
  type PilePieceRow,
} from './pilePieces';

/** Keeps what was read of some pieces of a pile, and where each goes from there, in one transaction. */
export function keepRead(
  school: School,
  read: readonly { id: PilePieceId; evidence: PilePieceRow['evidence']; answer: PieceAnswer }[],
  /** Those that could not be read inside: a person decides about them. */
  unread: { has: (id: PilePieceId) => boolean },
): void {
  const { db } = school;
  together(db, () => {
    for (const { id, evidence, answer } of read) {
      const piece = findPilePiece(db, id);
      keepAnswer(db, piece, { ...judge(school, piece, answer, unread.has(id)), evidence, answer });
    }
  });
}

/** Decides where a piece goes from what is known of it. */
function judge(
  { db }: School,
  piece: PilePieceRow,
  answer: PieceAnswer,
  isUnread: boolean,
): Pick<PilePieceRow, 'state' | 'reason' | 'sameAs' | 'sameAsPiece'> {
  const same = findSameBytes(db, piece);
  const turnedIn = same ? undefined : findTurnedIn(db, piece.courseId, piece.sha256!);
  if (!same && !turnedIn) {
    const isTold = answer.decision === 'file' && answer.assignment !== null && !isUnread;
    return {
      state: isTold ? 'told' : 'to sort',
      reason: isUnread ? 'unreadable' : '',
      sameAs: null,
      sameAsPiece: null,
    };
  }
  // The same bytes under somebody else's name are for a person to look at.
  const students = same?.answer?.students ?? (turnedIn ? [turnedIn.studentId] : []);
  const isOthers = answer.decision === 'file' && !areSame(answer.students, students);
  return {
    state: isOthers ? 'to sort' : 'repeat',
    reason: 'same-bytes',
    sameAs: same?.id ?? null,
    sameAsPiece: turnedIn?.id ?? null,
  };
}

function areSame(one: readonly PersonId[], other: readonly PersonId[]): boolean {
  return [...one].sort().join() === [...other].sort().join();
}
