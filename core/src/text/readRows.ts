import { parse } from 'csv-parse/sync';
import { SAID_SEPARATOR, cellSeparators, likeliestSeparator, linesLookedAt } from './separator';

/**
 * The rows of a table written as text, cell by cell as they stand (RFC 4180; also with semicolons, tabs and bars): an empty line
 * is a row of one empty cell, so that rows are counted as any program counts them. What is no table in any way has its lines as
 * rows. At most `most` rows are read.
 */
export function readRows(text: string, most: number): string[][] {
  const marked = text.replace(/^\ufeff/, '');
  const said = SAID_SEPARATOR.exec(marked)?.[1];
  const known = cellSeparators.find((separator) => separator === said);
  const source = known ? marked.replace(SAID_SEPARATOR, '').replace(/^\r\n|^\r|^\n/, '') : marked;
  const delimiter = known ?? likeliestSeparator(linesLookedAt(source)).separator;
  try {
    return parse(source, {
      delimiter,
      relax_column_count: true,
      // An inch within a cell is no broken table.
      relax_quotes: true,
      to: most,
    });
  } catch {
    // A quote that is never closed.
    return source
      .replace(/\r?\n$/, '')
      .split(/\r?\n/)
      .slice(0, most)
      .map((line) => line.split(delimiter));
  }
}
