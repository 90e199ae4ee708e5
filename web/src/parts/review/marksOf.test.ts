import { describe, expect, test } from '@jest/globals';
import type { Anchor, CommentId, PieceId } from '@vestibul/core';
import type { Piece, Submission } from '../../state/api';
import { marksOf, sayPlace } from './marksOf';

const piece = (id: string, attempt: number, form: Piece['form'] = 'text', n = 1) =>
  ({ id: id as PieceId, attempt, form, n }) as Piece;
const quote = (exact: string, start: number): Anchor => ({
  kind: 'quote',
  exact,
  prefix: '',
  suffix: '',
  start,
  end: start + exact.length,
  page: null,
});
const area: Anchor = { kind: 'area', x: 1, y: 1, w: 1, h: 1, page: null };
const said = (id: string, pieceId: string | null, anchor: Anchor = quote(id, 0)) =>
  ({
    id: id as CommentId,
    place: pieceId === null ? null : { pieceId: pieceId as PieceId, anchor },
  }) as Submission['comments'][number];
const marked = (pieces: Piece[], comments: Submission['comments'], of: string) =>
  marksOf(
    { pieces, comments },
    pieces.find(({ id }) => id === of),
  ).map(({ id, number, isCarried }) => `${number} ${id}${isCarried ? ' carried' : ''}`);

describe('the places marked in a piece', () => {
  test('are numbered as one comes by them; what is said of the whole has none', () => {
    const comments = [
      said('later', 'a', quote('later', 90)),
      said('whole', null),
      said('first', 'a', quote('first', 3)),
    ];
    expect(marked([piece('a', 1)], comments, 'a')).toEqual(['1 first', '2 later']);
  });

  test('are those of the same file of an earlier attempt too where they are words, and never those of a later one', () => {
    const pieces = [
      piece('a1', 1),
      piece('b1', 1, 'text', 2),
      piece('p1', 1, 'photo'),
      piece('a2', 2),
      piece('p2', 2, 'photo'),
    ];
    const comments = [
      said('early', 'a1'),
      said('other file', 'b1'),
      said('picture', 'p1', area),
      said('late', 'a2', quote('late', 9)),
    ];
    expect(marked(pieces, comments, 'a2')).toEqual(['1 early carried', '2 late']);
    expect(marked(pieces, comments, 'a1')).toEqual(['1 early']);
    expect(marked(pieces, comments, 'p2')).toEqual([]);
    expect(marked(pieces, comments, 'gone')).toEqual([]);
  });
});

test.each<[Anchor, string]>([
  [quote('42 cm\nat the ford', 0), '“42 cm at the ford”'],
  [{ ...quote('42 cm', 0), page: 2 } as Anchor, '“42 cm”, page 2'],
  [quote('x'.repeat(200), 0), `“${'x'.repeat(90)}…”`],
  [area, 'a part of the picture'],
  [{ ...area, page: 3 } as Anchor, 'a part of page 3'],
  [{ kind: 'time', from: 72.4, to: null }, 'at 1:12'],
  [{ kind: 'time', from: 5, to: 65 }, 'at 0:05 to 1:05'],
  [{ kind: 'cells', sheet: null, row: 4, column: 1, toRow: 4, toColumn: 1 }, 'row 4, column 1'],
  [{ kind: 'cells', sheet: null, row: 4, column: 1, toRow: 6, toColumn: 5 }, 'rows 4 to 6, columns 1 to 5'],
  [{ kind: 'cells', sheet: 'Ford', row: 4, column: 2, toRow: 4, toColumn: 2 }, 'Ford, B4'],
  [{ kind: 'cells', sheet: 'Ford', row: 4, column: 2, toRow: 6, toColumn: 28 }, 'Ford, B4 to AB6'],
])('a place in words: %j', (anchor, words) => {
  expect(sayPlace(anchor)).toBe(words);
});
