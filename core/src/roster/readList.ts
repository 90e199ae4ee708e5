import type { PersonId } from '../ids';
import { findLeavers, judgeRows, type JudgeOptions, type JudgedRow } from './judgeRows';
import { readTable, type Separator } from './readTable';
import { canReadPeople, recogniseColumns, type ColumnMeaning } from './recogniseColumns';

export interface ListOptions extends Omit<JudgeOptions, 'columns'> {
  /** What each column holds, where somebody said so; null leaves it to be recognised. */
  columns: readonly ColumnMeaning[] | null;
  hasHeadings: boolean | null;
}

export type ReadList =
  /** The line from which on the list cannot be read; 0 when nothing is on it. */
  | { ok: false; line: number }
  | {
      ok: true;
      separator: Separator;
      columns: ColumnMeaning[];
      hasHeadings: boolean;
      /** Whether the columns tell who somebody is; without that no row is judged. */
      enough: boolean;
      /** The first rows as they stand, for choosing columns by hand. */
      sample: string[][];
      rows: JudgedRow[];
      /** Who is on the roster and in no row. */
      leavers: PersonId[];
    };

/** Rows of a list shown as they stand. */
const SAMPLE_ROWS = 5;

/** Reads a list of people from a text and judges every row of it against the roster. */
export function readList(text: string, options: ListOptions): ReadList {
  const table = readTable(text);
  if (!table.ok) return { ok: false, line: table.line };
  if (table.rows.length === 0) return { ok: false, line: 0 };
  const recognised = recogniseColumns(table.rows);
  const columns = recognised.columns.map((found, i) => options.columns?.[i] ?? found);
  const hasHeadings = options.hasHeadings ?? recognised.hasHeadings;
  const enough = canReadPeople(columns);
  const skip = hasHeadings ? 1 : 0;
  const rows = enough
    ? judgeRows(
        table.rows.slice(skip).map((cells, i) => ({ line: table.lines[i + skip]!, cells })),
        { ...options, columns },
      )
    : [];
  return {
    ok: true,
    separator: table.separator,
    columns,
    hasHeadings,
    enough,
    sample: table.rows.slice(0, SAMPLE_ROWS),
    rows,
    leavers: enough ? findLeavers(rows, options.known, options.period) : [],
  };
}
