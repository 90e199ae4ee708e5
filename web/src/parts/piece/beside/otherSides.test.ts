import { describe, expect, test } from '@jest/globals';
import type { AssignmentId, BlankId, PieceId } from '@vestibul/core';
import type { Blank, Piece } from '../../../state/api';
import { otherSidesOf } from './otherSides';

const LOG = 'a_log' as AssignmentId;
const pieceOf = (id: string, attempt: number, n: number, form = 'text', mime = 'text/plain') =>
  ({ id: id as PieceId, attempt, n, form, mime, bytes: 100, name: id, originalName: id }) as Piece;
const blankOf = (id: string, assignmentId: AssignmentId | null, mime = 'text/plain') =>
  ({
    id: id as BlankId,
    title: id,
    form: 'text',
    mime,
    bytes: 100,
    originalName: `${id}.txt`,
    handOuts: [{ assignmentId }],
  }) as Blank;
const idsOf = (piece: Piece, pieces: Piece[], blanks: Blank[] = []) =>
  otherSidesOf(piece, pieces, blanks, LOG).map(({ id }) => id);

describe('what a piece can be set beside', () => {
  const second = pieceOf('second', 2, 1);

  test('nothing, where there is one attempt and no blank', () => {
    expect(idsOf(second, [second, pieceOf('with it', 2, 2)])).toEqual([]);
  });

  test('the attempt right before comes first, and of it the piece that is most like this one', () => {
    const pieces = [
      pieceOf('first', 1, 1),
      second,
      pieceOf('third photo', 3, 1, 'photo', 'image/jpeg'),
      pieceOf('third', 3, 2),
      pieceOf('fourth', 4, 1),
    ];
    expect(idsOf(pieces[4]!, pieces)).toEqual(['third', 'third photo', 'second', 'first']);
  });

  test('then the blanks of its assignment, and what came after it', () => {
    const pieces = [pieceOf('first', 1, 1), second, pieceOf('third', 3, 1)];
    const blanks = [
      blankOf('sheet', LOG),
      blankOf('by itself', null),
      blankOf('other', 'a_other' as AssignmentId),
    ];
    expect(idsOf(second, pieces, blanks)).toEqual(['first', 'sheet', 'third']);
    expect(otherSidesOf(second, pieces, blanks, LOG).map(({ isEarlier }) => isEarlier)).toEqual([
      true,
      true,
      false,
    ]);
  });

  test('never what cannot be shown here', () => {
    const packed = 'application/x-7z-compressed';
    expect(
      idsOf(second, [second, pieceOf('first', 1, 1, 'archive', packed)], [blankOf('packed', LOG, packed)]),
    ).toEqual([]);
  });
});
