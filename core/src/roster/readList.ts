import type { PersonId } from '../ids';
import { nameKey } from '../text/nameKey';
import {
  findLeavers,
  judgeRows,
  periodNamed,
  type JudgeOptions,
  type JudgedRow,
  type PeriodChoice,
} from './judgeRows';
import { readTable, type Separator } from './readTable';
import { canReadPeople, recogniseColumns, type ColumnMeaning } from './recogniseColumns';

/** How a list is to be read, as far as somebody said so. */
export interface SaidOfList {
  /** What each column holds, where somebody said so; null leaves it to be recognised. */
  columns: readonly ColumnMeaning[] | null;
  /** The line on which the headings stand, where somebody said so; 0 for a list without. */
  headingLine: number | null;
  /** The line of the first person, where somebody said so. */
  firstLine: number | null;
}

/** Nothing was said: all of it is as recognised. */
export const asRecognised: SaidOfList = { columns: null, headingLine: null, firstLine: null };

export interface ListOptions extends SaidOfList, Pick<JudgeOptions, 'period' | 'periods' | 'known'> {}

interface Row {
  /** The line of the source, from 1. */
  line: number;
  cells: string[];
}

export type ReadList =
  /** The line from which on the list cannot be read; 0 when nothing is on it. */
  | { ok: false; line: number }
  | {
      ok: true;
      separator: Separator;
      columns: ColumnMeaning[];
      /** The line on which the headings stand; 0 where there are none. */
      headingLine: number;
      /** The line on which the people begin. */
      firstLine: number;
      /** Whether the columns tell who somebody is; without that no row is judged. */
      enough: boolean;
      /** The first rows as they stand, for choosing rows and columns by hand. */
      sample: Row[];
      rows: JudgedRow[];
      /** Who is on the roster and in no row. */
      leavers: PersonId[];
    };

/** Rows of people shown as they stand, below what is above them. */
const SAMPLE_ROWS = 8;
/** The most that is shown of what is above them. */
const ABOVE_ROWS = 20;

/** Reads a list of people from a text and judges every row of it against the roster. */
export function readList(text: string, options: ListOptions): ReadList {
  const table = readTable(text);
  if (!table.ok) return { ok: false, line: table.line };
  if (table.rows.length === 0) return { ok: false, line: 0 };
  const isAddressList = table.separator === 'addresses';
  const lines = table.rows.map((cells, i): Row => ({ line: table.lines[i]!, cells }));
  const saidRows = {
    headings: options.headingLine === 0 ? -1 : rowOf(lines, options.headingLine),
    first: rowOf(lines, options.firstLine),
  };
  const recognised = isAddressList ? asAddresses : recogniseColumns(table.rows, saidRows);
  const headings = lines[recognised.headingRow];
  const first = Math.max(saidRows.first ?? 0, recognised.headingRow + 1);
  const said = recognised.columns.map((found, i) => options.columns?.[i] ?? found);
  const body = lines.slice(first).filter(({ cells }) => !headings || !isSameRow(cells, headings.cells));
  const columns = options.columns ? said : withoutForeignPeriods(said, body, options);
  const enough = canReadPeople(columns);
  const rows = enough
    ? judgeRows(underPeriods(body, columns, options.periods), {
        ...options,
        columns: columns.includes('period') ? columns : [...columns, 'period'],
        order: recognised.order,
        isGuess: recognised.isGuess && !options.columns,
        isAddressList,
      })
    : [];
  return {
    ok: true,
    separator: table.separator,
    columns,
    headingLine: headings?.line ?? 0,
    firstLine: lines[first]?.line ?? 0,
    enough,
    sample: lines.slice(Math.max(0, first - ABOVE_ROWS), first + SAMPLE_ROWS),
    rows,
    leavers: enough ? findLeavers(rows, options.known, options.period) : [],
  };
}

/** Where the row stands that ends on a line, or the next one that does; the last where none does. Null of no line. */
function rowOf(lines: readonly Row[], line: number | null): number | null {
  if (line === null) return null;
  const at = lines.findIndex((row) => row.line >= line);
  return at < 0 ? lines.length - 1 : at;
}

const asAddresses = {
  columns: ['name', 'email'] as ColumnMeaning[],
  headingRow: -1,
  order: null,
  isGuess: false,
};

/** Headings that stand again at the top of the next page. */
const isSameRow = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((cell, i) => cell === b[i]);

/** 'Class 7b' is no period of this course: where no row names one, and it is said where all of them go, the column is not used. */
function withoutForeignPeriods(
  columns: ColumnMeaning[],
  body: readonly Row[],
  { period, periods }: Pick<ListOptions, 'period' | 'periods'>,
): ColumnMeaning[] {
  const at = columns.indexOf('period');
  if (at < 0 || period === null || body.some(({ cells }) => periodNamed(cells[at] ?? '', periods)))
    return columns;
  return columns.map((meaning, i) => (i === at ? 'ignore' : meaning));
}

/** A heading between the rows that says which period those below sit in. */
const SECTION =
  /^(?:period|hour|block|section|group|stunde|gruppe|heure|groupe|hora|grupo|ora|gruppo|uur|groep)\s*(\d{1,2})$/i;

/** Rows below a line of their own like 'Period 3' sit in that period, where they name none. */
function underPeriods(
  body: readonly Row[],
  columns: readonly ColumnMeaning[],
  periods: readonly PeriodChoice[],
): Row[] {
  const at = columns.indexOf('period');
  const hasOwn = at >= 0;
  let section = '';
  const rows: Row[] = [];
  for (const { line, cells } of body) {
    const written = cells.filter((cell) => cell !== '');
    const isSection =
      written.length === 1 &&
      (SECTION.test(written[0]!) || periods.some(({ label }) => nameKey(label) === nameKey(written[0]!)));
    if (isSection) section = written[0]!;
    else if (section === '') rows.push({ line, cells });
    else if (hasOwn)
      rows.push({
        line,
        cells: padded(cells, columns.length).map((cell, i) => (i === at && cell === '' ? section : cell)),
      });
    else rows.push({ line, cells: [...padded(cells, columns.length), section] });
  }
  return rows;
}

const padded = (cells: readonly string[], width: number) =>
  Array.from({ length: width }, (_, i) => cells[i] ?? '');
