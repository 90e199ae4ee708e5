import {
  textPositionSelectorMatcher,
  textQuoteSelectorMatcher,
  type Chunk,
  type Chunker,
  type ChunkRange,
} from '@apache-annotator/selector';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quoteAt } from './quote';
import { selectorsOf, type Selector } from './selectors';

/*
 * Places that we write are read by a program that is not ours: the selectors of Apache Annotator, which follows the W3C Web
 * Annotation Data Model (Recommendation of 23 February 2017), sections 4.2.4 and 4.2.5.
 */

interface Part extends Chunk<string> {
  nth: number;
}

/** A text in parts, as that program reads one. */
class Parts implements Chunker<Part> {
  readonly #parts: Part[];
  #nth = 0;
  constructor(texts: readonly string[]) {
    this.#parts = texts.map((data, nth) => ({ data, nth }));
  }
  get currentChunk(): Part {
    return this.#parts[this.#nth]!;
  }
  nextChunk(): Part | null {
    if (this.#nth + 1 >= this.#parts.length) return null;
    this.#nth += 1;
    return this.currentChunk;
  }
  previousChunk(): Part | null {
    if (this.#nth === 0) return null;
    this.#nth -= 1;
    return this.currentChunk;
  }
  precedesCurrentChunk(part: Part): boolean {
    return part.nth < this.#nth;
  }
}

/** Where a range lies in the whole text, in code units. */
function placeOf(texts: readonly string[], range: ChunkRange<Part>) {
  const before = (nth: number) => texts.slice(0, nth).join('').length;
  return {
    from: before(range.startChunk.nth) + range.startIndex,
    to: before(range.endChunk.nth) + range.endIndex,
  };
}

async function placesOf(texts: readonly string[], selector: Selector) {
  const match =
    selector.type === 'TextQuoteSelector'
      ? textQuoteSelectorMatcher(selector)
      : selector.type === 'TextPositionSelector'
        ? textPositionSelectorMatcher(selector)
        : null;
  const found = [];
  for await (const range of match!(new Parts(texts))) found.push(placeOf(texts, range));
  return found;
}

/** Letters, marks that join them, what takes two code units, and what looks like a place's end. */
const letter = fc.constantFrom('a', 'b', 'e\u0301', 'ß', 'Đ', '🌊', '👩‍🌾', ' ', ' ', '\n', '.', '“');
const part = fc.array(letter, { minLength: 1, maxLength: 30 }).map((letters) => letters.join(''));
const work = fc
  .array(part, { minLength: 1, maxLength: 6 })
  .chain((texts) => {
    const ends = [...texts.join('')].reduce<number[]>((at, point) => [...at, at.at(-1)! + point.length], [0]);
    const end = fc.nat({ max: ends.length - 1 }).map((n) => ends[n]!);
    return fc.tuple(fc.constant(texts), end, end);
  })
  .map(([texts, one, other]) => ({ texts, from: Math.min(one, other), to: Math.max(one, other) }));

test('another reader finds the passage that was chosen, by its words and by its place', async () => {
  let chosen = 0;
  await fc.assert(
    fc.asyncProperty(work, async ({ texts, from, to }) => {
      const text = texts.join('');
      const anchor = quoteAt(text, { from, to });
      if (!anchor) return;
      chosen += 1;
      const [byWords, byPlace] = selectorsOf(anchor, false);
      const [place, ...more] = await placesOf(texts, byPlace!);
      expect(more).toEqual([]);
      expect(text.slice(place!.from, place!.to)).toBe(anchor.exact);
      expect(place!.from).toBeGreaterThanOrEqual(from);
      expect(place!.to).toBeLessThanOrEqual(to);
      // Where the same words with the same surroundings stand twice, the words alone mean both.
      expect(await placesOf(texts, byWords!)).toContainEqual(place);
    }),
    { seed: 20_261_130, numRuns: 400 },
  );
  expect(chosen).toBeGreaterThan(200);
});

test('it finds none where the passage is gone', async () => {
  const anchor = quoteAt('On Monday 42 cm at the ford.', { from: 10, to: 15 })!;
  const [byWords] = selectorsOf(anchor, false);
  expect(await placesOf(['On Monday ', '42 cm at the ford.'], byWords!)).toEqual([{ from: 10, to: 15 }]);
  expect(await placesOf(['On Monday 47 cm at the ford.'], byWords!)).toEqual([]);
});
