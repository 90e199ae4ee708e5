import { parse } from 'csv-parse/sync';
import { unguardCell } from '../text/cells';

export const separators = [',', ';', '\t'] as const;
export type Separator = (typeof separators)[number];

export type ReadTable =
  { ok: true; separator: Separator; rows: string[][]; lines: number[] } | { ok: false; line: number };

/** How much of the list is looked at to tell its separator, in lines. */
const LOOKED_AT = 20;

/**
 * Reads a list separated by comma, semicolon or tab (RFC 4180 quoting) into rows of trimmed cells.
 * Blank rows are passed over; `lines` holds the line of the source on which each row ends, from 1.
 */
export function readTable(text: string): ReadTable {
  const source = text.replace(/^\ufeff/, '');
  const separator = findSeparator(source);
  let line = 0;
  try {
    const lines: number[] = [];
    const rows: string[][] = parse(source, {
      delimiter: separator,
      relax_column_count: true,
      // A lone quote inside a cell is a nickname or an inch, not a broken file.
      relax_quotes: true,
      skip_empty_lines: true,
      on_record: (record: string[], context) => {
        line = context.lines;
        const cells = record.map(cleanCell);
        if (cells.every((cell) => cell === '')) return null;
        lines.push(context.lines);
        return cells;
      },
    });
    return { ok: true, separator, rows, lines };
  } catch {
    return { ok: false, line: line + 1 };
  }
}

/** A cell as it is kept: white space folded, control characters and half characters left out, NFC. */
function cleanCell(cell: string): string {
  return unguardCell(cell.trim())
    .replace(/\s+/g, ' ')
    .replace(/\p{Cc}|\p{Cs}/gu, '')
    .trim()
    .normalize('NFC');
}

/** The separator that stands outside quotes in most lines, and in those most evenly. */
function findSeparator(source: string): Separator {
  const lines = source
    .split(/\r\n|\r|\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, LOOKED_AT)
    .map((line) => line.replace(/"[^"]*"/g, ''));
  const ranked = separators.map((separator) => {
    const counts = lines.map((line) => line.split(separator).length - 1);
    const inLines = counts.filter((count) => count > 0).length;
    const usual = Math.max(0, ...counts);
    return { separator, inLines, even: counts.filter((count) => count === usual).length };
  });
  // Tab and semicolon are never part of a name, so where they stand in as many lines as the comma they win:
  // 'Abara, Chidi<tab>3' is a list separated by tabs.
  const order: readonly Separator[] = ['\t', ';', ','];
  ranked.sort(
    (a, b) =>
      b.inLines - a.inLines || order.indexOf(a.separator) - order.indexOf(b.separator) || b.even - a.even,
  );
  return ranked[0]!.separator;
}
