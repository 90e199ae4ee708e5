import { pathOf } from '@vestibul/contract';
import type { AssignmentId, BlankId, PieceId } from '@vestibul/core';
import type { Blank, Piece } from '../../../state/api';
import { hasPlaces } from '../pieceKind';
import type { ShownPiece } from '../pieceKind';

/** What a piece can be set beside: its owner's file as it is now, one of another attempt, or the blank it was made from. */
export interface OtherSide extends ShownPiece {
  id: PieceId | BlankId | 'now';
  /** As it is called in the list to choose from. */
  says: string;
  /** Whether it was there before the piece: else it came later. */
  isEarlier: boolean;
  source: string;
}

/** How much one has in common with a piece, so that what is most likely meant comes first. */
const nearness = (other: Piece, piece: Piece) =>
  (other.form === piece.form ? 2 : 0) + (other.n === piece.n ? 1 : 0);

/**
 * What a piece can be set beside, what is most likely meant first: what its owner made of it since, the attempt right before it, those before that, the blanks
 * of its assignment, and those after it.
 */
export function otherSidesOf(
  piece: Piece,
  pieces: readonly Piece[],
  blanks: readonly Blank[],
  assignmentId: AssignmentId,
): OtherSide[] {
  const others = pieces
    .filter((other) => other.attempt !== piece.attempt && hasPlaces(other))
    .toSorted((a, b) => b.attempt - a.attempt || nearness(b, piece) - nearness(a, piece) || a.n - b.n)
    .map((other): OtherSide & { attempt: number } => ({
      ...other,
      source: pathOf('readPiece', { pieceId: other.id }),
      says: sayPiece(other),
      isEarlier: other.attempt < piece.attempt,
    }));
  const handedOut = blanks
    .filter(
      (blank) =>
        hasPlaces({ ...blank, name: blank.originalName }) &&
        blank.handOuts.some((one) => one.assignmentId === assignmentId),
    )
    .map((blank): OtherSide => ({
      ...blank,
      name: blank.originalName,
      source: pathOf('readBlank', { blankId: blank.id }),
      says: `blank · ${blank.title}`,
      isEarlier: true,
    }));
  const now =
    piece.now && hasPlaces({ ...piece.now, name: piece.now.originalName })
      ? [
          {
            ...piece.now,
            id: 'now' as const,
            name: piece.now.originalName,
            source: pathOf('readPieceNow', { pieceId: piece.id }),
            says: 'as its owner has it now',
            isEarlier: false,
          },
        ]
      : [];
  return [
    ...now,
    ...others.filter(({ isEarlier }) => isEarlier),
    ...handedOut,
    ...others.filter(({ isEarlier }) => !isEarlier),
  ];
}

export const sayPiece = ({ attempt, form, n }: Piece): string => `attempt ${attempt} · ${form} ${n}`;
