import { decodeText, judgeRows, readTable, recogniseColumns } from '@vestibul/core';

/** The outside world, as far as the command touches it. */
export interface Surroundings {
  read: (file: string) => Uint8Array;
  out: (text: string) => void;
  err: (text: string) => void;
}

const usage = 'usage: vestibul roster read FILE';

/**
 * Runs one command line and returns its exit code: 0 done, 1 the answer is no, 2 the call or its input is wrong.
 * `roster read FILE` prints a JSON object for each person of a list, as the roster's own door reads it.
 */
export function run(args: readonly string[], world: Surroundings): 0 | 1 | 2 {
  const [subject, verb, file] = args;
  if (subject === 'roster' && verb === 'read' && file !== undefined && args.length === 3)
    return readRoster(file, world);
  world.err(usage);
  return 2;
}

function readRoster(file: string, { read, out, err }: Surroundings): 0 | 1 | 2 {
  let bytes: Uint8Array;
  try {
    bytes = read(file);
  } catch {
    err(`${file}: cannot be read; name a file that is there`);
    return 2;
  }
  const table = readTable(decodeText(bytes));
  if (!table.ok) {
    err(`${file}:${table.line}: a quoted cell does not end; close the quote`);
    return 2;
  }
  const { columns, hasHeadings, enough } = recogniseColumns(table.rows);
  if (!enough) {
    err(`${file}:1: no column tells names; write last, first, email above the columns`);
    return 2;
  }
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
    out(JSON.stringify({ line, ...person, reasons: wrong(reasons) }));
  return rows.length > 0 ? 0 : 1;
}
