import { groupBy } from '../groupBy';
import { wordsOf } from './wordsOf';

/** So many words one after the other are compared as one: a shingle (A. Broder, 'On the resemblance and containment of documents', 1997). */
const SHINGLE_WORDS = 5;
/** From which likeness on two are told of, where nothing else is asked for. */
export const ALIKE_FROM = 0.6;

/** The chance that a pair at the threshold is not found. */
const MISSED = 1e-9;
/** Hashes of one work; a longer signature is no quicker than to compare all with all. */
const MOST_HASHES = 420;

export interface ComparedWork {
  text: string;
  /** What is the same for the same bytes. */
  bytes: string;
}

/** Two works by their place in what was compared. */
export interface AlikePair {
  a: number;
  b: number;
  /** Shingles of both, as a part of all shingles of either: from 0 to 1. */
  alike: number;
  /** Whether they are the same bytes. */
  same: boolean;
}

/** The runs of five words of a text, whatever the case of their letters; of a shorter text all of it. */
export function shinglesOf(text: string): Set<string> {
  return new Set(runsOf(wordsOf(text)));
}

/** The runs of five words that begin at each of some words; of fewer words all of them. */
export function runsOf(words: readonly string[]): string[] {
  const length = runLength(words);
  const lower = words.map((word) => word.toLowerCase());
  return lower
    .slice(0, length === 0 ? 0 : words.length - length + 1)
    .map((_, at) => lower.slice(at, at + length).join(' '));
}

/** How many words a run of these has. */
export const runLength = (words: readonly unknown[]) => Math.min(SHINGLE_WORDS, words.length);

/**
 * Pairs of works that are nearly the same text, or the same bytes, the most alike first. What a work took from the `given` texts
 * (its blank, the directions) does not count, so that works with nothing of their own are like no other. Pairs are looked for by
 * MinHash and told by their exact likeness.
 */
export function findAlike(
  works: readonly ComparedWork[],
  { given = [], from = ALIKE_FROM }: { given?: readonly ComparedWork[]; from?: number } = {},
): AlikePair[] {
  const ids = new Map<string, number>();
  const leftOut = new Set(given.flatMap(({ text }) => [...shinglesOf(text)]));
  const givenBytes = new Set(given.map(({ bytes }) => bytes));
  const own = works.map(({ text }) => {
    const all = shinglesOf(text);
    const kept = [...all].filter((shingle) => !leftOut.has(shingle));
    return { hasText: all.size > 0, shingles: idsOf(kept, ids) };
  });
  const pairs = new Map<string, AlikePair>();
  const add = (pair: AlikePair) => pairs.set(`${pair.a} ${pair.b}`, pair);
  for (const [a, b] of candidates(
    own.map(({ shingles }) => shingles),
    from,
  )) {
    const alike = jaccard(own[a]!.shingles, own[b]!.shingles);
    const same = works[a]!.bytes === works[b]!.bytes;
    if (alike >= from || same) add({ a, b, alike, same });
  }
  // Pictures and the like have no text to find them by.
  for (const group of groupsOf(works.map(({ bytes }) => bytes)))
    for (const [a, b] of pairsOf(
      group.filter((at) => !own[at]!.hasText && !givenBytes.has(works[at]!.bytes)),
    ))
      add({ a, b, alike: 1, same: true });
  return [...pairs.values()].toSorted((x, y) => y.alike - x.alike || x.a - y.a || x.b - y.b);
}

/** Shingles as numbers, each once and in order. */
function idsOf(shingles: readonly string[], ids: Map<string, number>): Uint32Array {
  const numbers = shingles.map((shingle) => {
    const known = ids.get(shingle);
    if (known !== undefined) return known;
    ids.set(shingle, ids.size);
    return ids.size - 1;
  });
  return Uint32Array.from(numbers).sort();
}

/** Of two sets what is in both, as a part of what is in either; 0 where one is empty. */
function jaccard(a: Uint32Array, b: Uint32Array): number {
  let [at, to, both] = [0, 0, 0];
  while (at < a.length && to < b.length) {
    if (a[at]! === b[to]!) both += 1;
    const step = a[at]! - b[to]!;
    if (step <= 0) at += 1;
    if (step >= 0) to += 1;
  }
  return both === 0 ? 0 : both / (a.length + b.length - both);
}

/**
 * Pairs that may be that much alike. A work is told by the least of its shingles under many hashes; works that agree in all rows
 * of a band are compared. With `t` the threshold, a pair at it is missed with the chance `(1 - t^rows)^bands` (J. Leskovec,
 * A. Rajaraman, J. Ullman, 'Mining of Massive Datasets', 3.4.2).
 */
function* candidates(sets: readonly Uint32Array[], from: number): Generator<readonly [number, number]> {
  const filled = sets.flatMap((set, at) => (set.length > 0 ? [at] : []));
  const shape = bandsFor(from);
  if (!shape) return yield* pairsOf(filled);
  const { rows, bands } = shape;
  const signatures = filled.map((at) => signatureOf(sets[at]!, rows * bands));
  const seen = new Set<number>();
  for (let band = 0; band < bands; band += 1) {
    const keys = signatures.map((signature) => signature.subarray(band * rows, (band + 1) * rows).join(' '));
    for (const group of groupsOf(keys))
      for (const [a, b] of pairsOf(group)) {
        const pair = a * filled.length + b;
        if (seen.has(pair)) continue;
        seen.add(pair);
        yield [filled[a]!, filled[b]!];
      }
  }
}

/** How many bands of how many rows find a pair at the threshold; null where all are compared with all. */
export function bandsFor(from: number): { rows: number; bands: number } | null {
  if (from === 0) return null;
  for (let rows = 4; rows >= 1; rows -= 1) {
    const bands = Math.ceil(Math.log(MISSED) / Math.log(1 - Math.min(from, 0.999) ** rows));
    if (rows * bands <= MOST_HASHES) return { rows, bands };
  }
  return null;
}

/** The least of a set under each of so many hashes. */
function signatureOf(set: Uint32Array, hashes: number): Uint32Array {
  const signature = new Uint32Array(hashes).fill(0xffffffff);
  for (const item of set)
    for (let hash = 0; hash < hashes; hash += 1) {
      const value = mix(item, hash);
      if (value < signature[hash]!) signature[hash] = value;
    }
  return signature;
}

/** One of many hashes of a number: the finaliser of MurmurHash3 (A. Appleby, public domain) over the number and which hash it is. */
function mix(item: number, hash: number): number {
  let h = Math.imul(item ^ Math.imul(hash + 1, 0x9e3779b1), 0x85ebca6b);
  h ^= h >>> 16;
  h = Math.imul(h, 0x85ebca6b);
  h ^= h >>> 13;
  h = Math.imul(h, 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

/** The places of equal keys, where there are several. */
function groupsOf(keys: readonly string[]): number[][] {
  return [...groupBy(keys.keys(), (at) => keys[at]!).values()].filter(({ length }) => length > 1);
}

function* pairsOf(places: readonly number[]): Generator<readonly [number, number]> {
  for (const [i, a] of places.entries()) for (const b of places.slice(i + 1)) yield [a, b];
}
