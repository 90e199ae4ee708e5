import { parse } from 'csv-parse/sync';
import { unguardCell } from '../text/cells';
import { SAID_SEPARATOR, cellSeparators, likeliestSeparator, linesLookedAt } from '../text/separator';
import { readHeading } from './headings';
import { readAddresses, withoutFrame, withoutSigns, type Lines } from './listForms';
import { readCards } from './readCards';

/**
 * `spaces`: columns held apart by two spaces or more; `addresses` and `cards`: no table, but addresses as a mail program lists
 * them, or vCards.
 */
export const separators = [...cellSeparators, 'spaces', 'addresses', 'cards'] as const;
export type Separator = (typeof separators)[number];

export type ReadTable =
  { ok: true; separator: Separator; rows: string[][]; lines: number[] } | { ok: false; line: number };

/** Columns that are read; no list of people has more. */
const MOST_COLUMNS = 100;

/**
 * Reads a list into rows of trimmed cells: separated by comma, semicolon, tab or bar (RFC 4180 quoting) or held apart by
 * spaces, or a list of e-mail addresses, which becomes rows of a name and an address. Blank rows are passed over; `lines`
 * holds the line of the source on which each row ends, from 1.
 */
export function readTable(text: string): ReadTable {
  const marked = text.replace(/^\ufeff/, '').replaceAll('\u0000', '');
  const said = SAID_SEPARATOR.exec(marked)?.[1];
  // What says the separator is nobody; its line stays, so that lines are counted as they stand.
  const source = withoutSigns(withoutFrame(said ? marked.replace(SAID_SEPARATOR, '') : marked));
  const cards = said ? null : readCards(source);
  if (cards) return { ok: true, separator: 'cards', ...clean(cards) };
  const addresses = said ? null : readAddresses(source);
  if (addresses) return { ok: true, separator: 'addresses', ...clean(addresses) };
  const separator = findSeparator(source, said);
  let line = 0;
  try {
    const lines: number[] = [];
    const rows: string[][] = parse(separator === 'spaces' ? source.replace(/ {2,}/g, '\t') : source, {
      delimiter: separator === 'spaces' ? '\t' : separator,
      relax_column_count: true,
      // A lone quote inside a cell is a nickname or an inch, not a broken file.
      relax_quotes: true,
      skip_empty_lines: true,
      on_record: (record: string[], context) => {
        line = context.lines;
        const cells = record.slice(0, MOST_COLUMNS).map(cleanCell);
        if (cells.every((cell) => cell === '' || /^[-_=*–—.·]+$/.test(cell))) return null;
        lines.push(context.lines);
        return cells;
      },
    });
    return { ok: true, separator, rows: withWholeNames(rows, separator), lines };
  } catch {
    return { ok: false, line: line + 1 };
  }
}

const clean = ({ rows, lines }: Lines): Lines => ({
  rows: rows.map((row) => row.map(cleanCell)),
  lines,
});

/** A cell as it is kept: white space folded, control characters and half characters left out, NFC. */
function cleanCell(cell: string): string {
  return unguardCell(cell.trim())
    .replace(/\s+/g, ' ')
    .replace(/\p{Cc}|\p{Cs}|[\u200b\u200e\u200f\u2060\ufeff]/gu, '')
    .trim()
    .normalize('NFC');
}

/** What tells generations apart, where a comma stands before it. */
const GENERATION = /^(jr|sr|ii|iii|iv)\.?$/i;

/**
 * Where a comma separates and names were written `Last, First` without quotes, a name was cut into two cells: they are put
 * together again. Told by lines of nothing else, or by one cell more, or less, than there are headings.
 */
function withWholeNames(rows: string[][], separator: Separator): string[][] {
  const [head, ...body] = rows;
  if (separator !== ',' || !head) return rows;
  const isName = (row: readonly string[]) =>
    row.length === 2 || (row.length === 3 && row.some((cell) => GENERATION.test(cell)));
  const hasHeadings = head.some((cell) => readHeading(cell) !== null);
  // A line of its own between them is a title, or says which period follows.
  const names = rows.filter((row) => row.length > 1);
  if (
    !hasHeadings &&
    names.length > 0 &&
    names.every((row) => isName(row) && !row.some((cell) => /[\d@]/.test(cell) || cell === ''))
  )
    return rows.map((row) => [row.join(', ')]);
  if (!hasHeadings || body.length === 0) return rows;
  const whole = head.findIndex((cell) => readHeading(cell)?.meaning === 'name');
  if (whole >= 0 && body.every((row) => row.length === head.length + 1))
    return [
      head,
      ...body.map((row) => [
        ...row.slice(0, whole),
        `${row[whole]}, ${row[whole + 1]}`,
        ...row.slice(whole + 2),
      ]),
    ];
  // 'Name, Vorname' above names in quotes is one heading.
  const cut = head.findIndex((cell, i) => readHeading(`${cell}, ${head[i + 1] ?? ''}`)?.meaning === 'name');
  if (cut >= 0 && cut + 1 < head.length && body.every((row) => row.length === head.length - 1))
    return [[...head.slice(0, cut), `${head[cut]}, ${head[cut + 1]}`, ...head.slice(cut + 2)], ...body];
  return rows;
}

/** The separator that stands outside quotes in most lines, and in those most evenly; spaces where no other does. */
function findSeparator(source: string, said: string | undefined): Exclude<Separator, 'addresses' | 'cards'> {
  const known = cellSeparators.find((separator) => separator === said);
  if (known) return known;
  const lines = linesLookedAt(source);
  const best = likeliestSeparator(lines);
  const spaced = lines.filter((line) => /\S {2,}\S/.test(line)).length;
  if (spaced * 2 > lines.length && (best.inLines === 0 || (best.separator === ',' && spaced >= best.inLines)))
    return 'spaces';
  return best.separator;
}
