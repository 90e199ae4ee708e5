import { columnLetters, compareAnchors, sayElapsed, type Anchor, type Cells } from '@vestibul/core';
import type { Piece, Submission } from '../../state/api';
import type { Mark } from '../piece/places/usePlaces';

export type Comment = Submission['comments'][number];

/**
 * The places marked in a piece, numbered as one comes by them: of what is said there, and of what was said of words of the same
 * file in an earlier attempt.
 */
export function marksOf(
  { comments, pieces }: Pick<Submission, 'comments' | 'pieces'>,
  piece: Piece | undefined,
): Mark[] {
  if (!piece) return [];
  return comments
    .flatMap(({ id, place, stamp }) => {
      if (place?.pieceId === piece.id) return [{ id, stamp, anchor: place.anchor, isCarried: false }];
      const isCarried =
        place?.anchor.kind === 'quote' &&
        isBefore(
          pieces.find(({ id: of }) => of === place.pieceId),
          piece,
        );
      return isCarried ? [{ id, stamp, anchor: place.anchor, isCarried: true }] : [];
    })
    .toSorted((a, b) => compareAnchors(a.anchor, b.anchor))
    .map((mark, i) => ({ ...mark, number: i + 1 }));
}

/** Whether a piece is what became of another in a later attempt: of the same kind, in the same place. */
const isBefore = (earlier: Piece | undefined, piece: Piece) =>
  earlier !== undefined &&
  earlier.attempt < piece.attempt &&
  earlier.form === piece.form &&
  earlier.n === piece.n;

/** Longest passage said in full beside its comment, in characters. */
const LONGEST_SAID = 90;

/** A place in words: ‘“42 cm at the ford”, page 2’. */
export function sayPlace(anchor: Anchor): string {
  switch (anchor.kind) {
    case 'quote':
      return `“${shortened(anchor.exact)}”${onPage(anchor.page)}`;
    case 'area':
      return `a part of ${anchor.page === null ? 'the picture' : `page ${anchor.page}`}`;
    case 'time':
      return `at ${sayElapsed(anchor.from * 1000)}${anchor.to === null ? '' : ` to ${sayElapsed(anchor.to * 1000)}`}`;
    case 'cells':
      return sayCells(anchor);
  }
}

const onPage = (page: number | null) => (page === null ? '' : `, page ${page}`);

function shortened(text: string): string {
  const line = text.replace(/\s+/g, ' ');
  return line.length <= LONGEST_SAID ? line : `${line.slice(0, LONGEST_SAID)}…`;
}

function sayCells(cells: Cells): string {
  const { sheet, row, column, toRow, toColumn } = cells;
  if (sheet !== null) {
    const [first, last] = [`${columnLetters(column)}${row}`, `${columnLetters(toColumn)}${toRow}`];
    return `${sheet}, ${first === last ? first : `${first} to ${last}`}`;
  }
  const rows = row === toRow ? `row ${row}` : `rows ${row} to ${toRow}`;
  return `${rows}, ${column === toColumn ? `column ${column}` : `columns ${column} to ${toColumn}`}`;
}
