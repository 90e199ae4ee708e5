import { decodeText, judgeRows, readTable, recogniseColumns } from '@vestibul/core';
import { WrongCall, readFile, type ExitCode, type Surroundings } from '../surroundings';

/** `roster read FILE` prints a JSON object for each person of a list, as the roster's own door reads it. */
export function rosterRead(args: readonly string[], world: Surroundings): ExitCode {
  const [file] = args;
  if (file === undefined || args.length !== 1) throw new WrongCall('');
  const table = readTable(decodeText(readFile(file, world)));
  if (!table.ok) throw new WrongCall(`${file}:${table.line}: a quoted cell does not end; close the quote`);
  const { columns, hasHeadings, enough } = recogniseColumns(table.rows);
  if (!enough)
    throw new WrongCall(`${file}:1: no column tells names; write last, first, email above the columns`);
  const skip = hasHeadings ? 1 : 0;
  const rows = judgeRows(
    table.rows.slice(skip).map((cells, i) => ({ line: table.lines[i + skip]!, cells })),
    {
      columns: columns.map((meaning) => (meaning === 'period' ? 'ignore' : meaning)),
      period: null,
      periods: [],
      known: [],
    },
  );
  const wrong = (reasons: readonly string[]) => reasons.filter((reason) => reason !== 'no-period');
  for (const { line, person, reasons } of rows)
    world.out(JSON.stringify({ line, ...person, reasons: wrong(reasons) }));
  return rows.length > 0 ? 0 : 1;
}
