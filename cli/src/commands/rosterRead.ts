import { asRecognised, decodeText, readList } from '@vestibul/core';
import { WrongCall, readFile, type ExitCode, type Surroundings } from '../surroundings';

/** What the command is not told: the periods of a course. */
const OF_THE_COURSE: ReadonlySet<string> = new Set(['no-period', 'unknown-period']);

/** `roster read FILE` prints a JSON object for each person of a list, as the roster's own door reads it. */
export function rosterRead(args: readonly string[], world: Surroundings): ExitCode {
  const [file] = args;
  if (file === undefined || args.length !== 1) throw new WrongCall('');
  const list = readList(decodeText(readFile(file, world)), {
    ...asRecognised,
    period: null,
    periods: [],
    known: [],
  });
  if (!list.ok && list.line === 0) return 1;
  if (!list.ok) throw new WrongCall(`${file}:${list.line}: a quoted cell does not end; close the quote`);
  if (!list.enough)
    throw new WrongCall(`${file}:1: no column tells names; write last, first, email above the columns`);
  for (const { line, person, reasons } of list.rows) {
    const told = reasons.filter((reason) => !OF_THE_COURSE.has(reason));
    world.out(JSON.stringify({ line, ...person, reasons: told }));
  }
  return list.rows.length > 0 ? 0 : 1;
}
