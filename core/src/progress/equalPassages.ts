import { runLength, runsOf, shinglesOf } from './findAlike';
import { placedWords } from './wordsOf';

/** A stretch of a text that the other one has too; the same number stands at both, and counts from 1. */
export interface EqualPassage {
  from: number;
  to: number;
  number: number;
}

export interface MarkedText {
  text: string;
  /** In their order; none reaches into another. */
  passages: EqualPassage[];
}

/** The words of a text, and the runs that begin at each. */
function cutUp(text: string) {
  const words = placedWords(text);
  return { words, runs: runsOf(words.map(({ segment }) => segment)), length: runLength(words) };
}

/**
 * What of two texts is the same: the stretches that are made of runs of five words which both have and the `given` texts (the blank,
 * the directions) have not, as `findAlike` counts them. Places are in the texts that are returned, which are in NFC.
 */
export function equalPassages(
  a: string,
  b: string,
  given: readonly string[] = [],
): readonly [MarkedText, MarkedText] {
  const texts = [a.normalize('NFC'), b.normalize('NFC')] as const;
  const [ofA, ofB] = [cutUp(texts[0]), cutUp(texts[1])];
  const leftOut = new Set(given.flatMap((text) => [...shinglesOf(text)]));
  const inB = new Set(ofB.runs);
  const equal = new Set(ofA.runs.filter((run) => inB.has(run) && !leftOut.has(run)));
  const [inFirst, inSecond] = [stretchesOf(ofA, equal), stretchesOf(ofB, equal)];
  const nearest = nearestOf(inSecond, inFirst);
  const back = nearestOf(inFirst, inSecond);
  // One of which the other text has its like at another place only, as a line that stands here twice, goes by that one's number.
  const found = new Set(nearest);
  const leads = inFirst.map((_, at) => (found.has(at) ? at : nearest[back[at]!]!));
  const order = [...new Set(leads)];
  const numbered = (stretches: readonly Stretch[], leadOf: (at: number) => number) =>
    stretches.map(({ from, to }, at) => ({ from, to, number: order.indexOf(leadOf(at)) + 1 }));
  return [
    { text: texts[0], passages: numbered(inFirst, (at) => leads[at]!) },
    { text: texts[1], passages: numbered(inSecond, (at) => leads[nearest[at]!]!) },
  ];
}

interface Stretch {
  from: number;
  to: number;
  /** The runs of both that it is made of. */
  runs: Set<string>;
}

/** For each stretch the place of that other one which has most runs in common with it; the first of several. */
function nearestOf(stretches: readonly Stretch[], others: readonly Stretch[]): number[] {
  const having = new Map<string, number[]>();
  for (const [at, { runs }] of others.entries())
    for (const run of runs) (having.get(run) ?? having.set(run, []).get(run)!).push(at);
  return stretches.map(({ runs }) => {
    const common = new Map<number, number>();
    for (const run of runs) for (const at of having.get(run) ?? []) common.set(at, (common.get(at) ?? 0) + 1);
    const [nearest] = [...common].toSorted((x, y) => y[1] - x[1] || x[0] - y[0]);
    return nearest![0];
  });
}

/** Stretches of words that are covered by runs which both texts have. */
function stretchesOf(
  { words, runs, length }: ReturnType<typeof cutUp>,
  equal: ReadonlySet<string>,
): Stretch[] {
  const stretches: Stretch[] = [];
  let until = -1;
  for (const [at, run] of runs.entries()) {
    if (!equal.has(run)) continue;
    const end = words[at + length - 1]!;
    const to = end.index + end.segment.length;
    const last = stretches.at(-1);
    if (last && at <= until) {
      last.to = to;
      last.runs.add(run);
    } else stretches.push({ from: words[at]!.index, to, runs: new Set([run]) });
    until = at + length;
  }
  return stretches;
}
