import { diffArrays } from 'diff';
import { alignRows } from './alignRows';

/** A cell of two tables: null on the side whose table has no such row or column. */
export interface CellPair {
  before: string | null;
  after: string | null;
}

export interface CellRow {
  /** Its number on each side, from 1; null where it has none. */
  was: number | null;
  is: number | null;
  cells: readonly CellPair[];
}

export interface BesideCells {
  rows: readonly CellRow[];
  /** Cells of rows and columns on both sides that are not the same. */
  changed: number;
  /** Rows and columns on one side alone. */
  rowsGone: number;
  rowsCome: number;
  columnsGone: number;
  columnsCome: number;
}

interface Row {
  number: number;
  cells: readonly string[];
}

/** Which column of each side stands beside which: by the first row, where most tables name them; null for none. */
interface Column {
  was: number | null;
  is: number | null;
}

/** What changed from one table to another, cell by cell; null where it is nearly all. */
export function besideCells(
  before: readonly (readonly string[])[],
  after: readonly (readonly string[])[],
): BesideCells | null {
  const columns = columnsOf(before, after);
  const both = columns.filter(({ was, is }) => was !== null && is !== null);
  const row = (cells: readonly string[], i: number): Row => ({ number: i + 1, cells });
  const pairs = alignRows(before.map(row), after.map(row), {
    keyOf: ({ cells }) => JSON.stringify(cells),
    likeness: (a, b) =>
      both.filter(({ was, is }) => a.cells[was!] === b.cells[is!]).length / Math.max(1, both.length),
  });
  if (!pairs) return null;
  const rows = pairs.map((pair): CellRow => ({
    was: pair.before?.number ?? null,
    is: pair.after?.number ?? null,
    cells: columns.map(({ was, is }) => ({
      before: pair.before && was !== null ? (pair.before.cells[was] ?? '') : null,
      after: pair.after && is !== null ? (pair.after.cells[is] ?? '') : null,
    })),
  }));
  return {
    rows,
    changed: rows.flatMap(({ cells }) => cells.filter(isChangedCell)).length,
    rowsGone: rows.filter(({ is }) => is === null).length,
    rowsCome: rows.filter(({ was }) => was === null).length,
    columnsGone: columns.filter(({ is }) => is === null).length,
    columnsCome: columns.filter(({ was }) => was === null).length,
  };
}

/** Whether a cell is on both sides, and is not the same. */
export const isChangedCell = ({ before, after }: CellPair): boolean =>
  before !== null && after !== null && before !== after;

function columnsOf(
  before: readonly (readonly string[])[],
  after: readonly (readonly string[])[],
): readonly Column[] {
  const [was, is] = [width(before), width(after)];
  const named = (rows: readonly (readonly string[])[], count: number) =>
    Array.from({ length: count }, (_, i) => rows[0]?.[i] ?? '');
  // As many columns are the same columns, whatever somebody calls them now.
  if (was === is) return Array.from({ length: was }, (_, i) => ({ was: i, is: i }));
  const columns: Column[] = [];
  let [left, right] = [0, 0];
  for (const { count, removed, added } of diffArrays(named(before, was), named(after, is)))
    for (let i = 0; i < count; i += 1)
      columns.push({ was: added ? null : left++, is: removed ? null : right++ });
  return columns;
}

const width = (rows: readonly (readonly string[])[]): number =>
  rows.reduce((most, { length }) => Math.max(most, length), 0);
