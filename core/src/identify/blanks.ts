/** Words in a row that are compared with a blank. */
const RUN = 4;
/** Which part of what only one blank says has to be in a text for it to be of that blank. */
const ENOUGH_OF_OWN = 0.3;

/** How much of the blank of an assignment is in a text, from 0 to 1. */
export interface BlankShare<Work extends string = string> {
  assignment: Work;
  share: number;
}

/** Says which blanks a text holds, by how much of each is in it. */
export type BlankReader<Work extends string = string> = (text: string) => BlankShare<Work>[];

/**
 * Prepares blanks for being found in texts, by runs of four words (Broder 1997). What several blanks have in common speaks for
 * the one whose own words are there as well. A blank of fewer than four words is in nothing.
 */
export function makeBlankReader<Work extends string>(blanks: ReadonlyMap<Work, string>): BlankReader<Work> {
  const read = [...blanks].map(([assignment, text]) => ({ assignment, runs: runsOf(text) }));
  const counts = new Map<string, number>();
  for (const { runs } of read) for (const run of runs) counts.set(run, (counts.get(run) ?? 0) + 1);
  const isOwn = (run: string) => counts.get(run) === 1;
  const all = read.map(({ assignment, runs }) => ({
    assignment,
    runs: [...runs],
    own: [...runs].filter(isOwn).length,
  }));
  return (text) => {
    if (all.length === 0) return [];
    const there = runsOf(text);
    const found = all.map(({ assignment, runs, own }) => {
      const hits = runs.filter((run) => there.has(run));
      const isTold = own > 0 && hits.filter(isOwn).length >= own * ENOUGH_OF_OWN;
      return { assignment, hits, share: runs.length === 0 ? 0 : hits.length / runs.length, isTold };
    });
    const told = new Set(found.filter(({ isTold }) => isTold).flatMap(({ hits }) => hits));
    return found
      .filter(({ share, isTold, hits }) => share > 0 && (isTold || !hits.some((run) => told.has(run))))
      .map(({ assignment, share }) => ({ assignment, share }));
  };
}

function runsOf(text: string): Set<string> {
  const words = text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
  const found = new Set<string>();
  for (let i = 0; i + RUN <= words.length; i += 1) found.add(words.slice(i, i + RUN).join(' '));
  return found;
}
