import { SHINGLE_WORDS, shinglesOf } from './findAlike';

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

const segmenter = new Intl.Segmenter('und', { granularity: 'word' });

interface Word {
  from: number;
  to: number;
}

/** The words of a text by where they stand, and the runs of five that begin at each. */
function runsOf(text: string): { words: Word[]; runs: string[]; length: number } {
  const words: Word[] = [];
  const written: string[] = [];
  for (const { segment, index, isWordLike } of segmenter.segment(text)) {
    if (!isWordLike) continue;
    words.push({ from: index, to: index + segment.length });
    written.push(segment.toLowerCase());
  }
  const length = Math.min(SHINGLE_WORDS, words.length);
  const runs = length === 0 ? [] : written.slice(0, words.length - length + 1);
  return { words, runs: runs.map((_, at) => written.slice(at, at + length).join(' ')), length };
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
  const [ofA, ofB] = [runsOf(texts[0]), runsOf(texts[1])];
  const leftOut = new Set(given.flatMap((text) => [...shinglesOf(text)]));
  const inB = new Set(ofB.runs);
  const equal = new Set(ofA.runs.filter((run) => inB.has(run) && !leftOut.has(run)));
  /** The number of the passage in the first text that a run stands in first. */
  const numbers = new Map<string, number>();
  const first: MarkedText = { text: texts[0], passages: [] };
  for (const { at, until } of stretchesOf(ofA.runs, ofA.length, equal)) {
    const runs = ofA.runs.slice(at, until - ofA.length + 1);
    const known = runs.map((run) => numbers.get(run)).find((number) => number !== undefined);
    const number = known ?? new Set(numbers.values()).size + 1;
    for (const run of runs) if (!numbers.has(run)) numbers.set(run, number);
    first.passages.push({ ...placeOf(ofA.words, at, until), number });
  }
  const second: MarkedText = { text: texts[1], passages: [] };
  for (const { at, until } of stretchesOf(ofB.runs, ofB.length, equal))
    second.passages.push({ ...placeOf(ofB.words, at, until), number: numbers.get(ofB.runs[at]!)! });
  return [first, second];
}

/** Stretches of words that are covered by runs which both texts have, by the words with which they begin and after which they end. */
function stretchesOf(
  runs: readonly string[],
  length: number,
  equal: ReadonlySet<string>,
): { at: number; until: number }[] {
  const stretches: { at: number; until: number }[] = [];
  for (const [at, run] of runs.entries()) {
    if (!equal.has(run)) continue;
    const last = stretches.at(-1);
    if (last && at <= last.until) last.until = at + length;
    else stretches.push({ at, until: at + length });
  }
  return stretches;
}

const placeOf = (words: readonly Word[], at: number, until: number) => ({
  from: words[at]!.from,
  to: words[until - 1]!.to,
});
