import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { askPython } from '../testing/askPython';
import { bandsFor, findAlike, shinglesOf } from './findAlike';

const work = (text: string, bytes = text) => ({ text, bytes });
const told = (works: readonly ReturnType<typeof work>[], given: string[] = [], from?: number) =>
  findAlike(works, { given: given.map((text) => work(text)), ...(from === undefined ? {} : { from }) }).map(
    ({ a, b, alike, same }) => [a, b, Number(alike.toFixed(3)), same],
  );
const sketch =
  'The hill rises from the east and falls to the brook in three steps, each higher than the one before it.';
const blank =
  'Draw the profile of the hill from the map, and say in two sentences where it is steepest and why that is.';

describe('works that are too alike', () => {
  test('are told with how much, whatever the case of their letters, the most alike first', () => {
    const near = sketch.replace('three', 'four');
    expect(
      told(
        [
          work(sketch),
          work('Nobody else wrote this text about the river and its slow bends.'),
          work(near),
          work(sketch.toUpperCase()),
        ],
        [],
        0.5,
      ),
    ).toEqual([
      [0, 3, 1, false],
      [0, 2, expect.any(Number), false],
      [2, 3, expect.any(Number), false],
    ]);
    // 17 runs of five words in each, five of which have the other word.
    expect(told([work(sketch), work(near)], [], 0.1)).toEqual([[0, 1, Number((12 / 22).toFixed(3)), false]]);
    expect(told([work(sketch), work(near)])).toEqual([]);
  });

  test('are not those that share only the blank, also where they are the same bytes', () => {
    expect(told([work(blank), work(blank), work(`${blank} East.`), work(`${blank} West.`)], [blank])).toEqual(
      [],
    );
    expect(told([work(`${blank} ${sketch}`), work(`${sketch} ${blank}`)], [blank])[0]).toEqual([
      0,
      1,
      expect.any(Number),
      false,
    ]);
  });

  test('pictures are alike where they are the same bytes, and not where they are the blank’s', () => {
    const photo = (bytes: string) => work('', bytes);
    expect(told([photo('p'), photo('q'), photo('p')])).toEqual([[0, 2, 1, true]]);
    expect(findAlike([photo('map'), photo('map')], { given: [photo('map')] })).toEqual([]);
    expect(told([work(sketch, 'same'), work(sketch, 'same')])).toEqual([[0, 1, 1, true]]);
  });

  test('a text of fewer than five words is one run', () => {
    expect([...shinglesOf('At eight, high.')]).toEqual(['at eight high']);
    expect(shinglesOf('?!').size).toBe(0);
  });
});

test('every pair above the threshold is found, and no other, as Python’s own sets reckon them (any texts)', () => {
  const sentence = fc.constantFrom(
    ...Array.from(
      { length: 14 },
      (_, i) => `On day ${i} the water stood at mark ${i * 7} beside the old mill wall.`,
    ),
  );
  const works = fc.sample(
    fc.array(sentence, { minLength: 1, maxLength: 9 }).map((sentences) => work(sentences.join(' '))),
    { seed: 19, numRuns: 150 },
  );
  for (const from of [0, 0.15, 0.4, 0.6, 0.9]) {
    const expected = askPython<[number, number, number][]>(
      `import sys, json
given = json.load(sys.stdin)
sets = [set(s) for s in given['sets']]
print(json.dumps([[a, b, len(sets[a] & sets[b]) / len(sets[a] | sets[b])] for a in range(len(sets)) for b in range(a + 1, len(sets))
  if len(sets[a] & sets[b]) / len(sets[a] | sets[b]) >= given['from']]))`,
      JSON.stringify({ from, sets: works.map(({ text }) => [...shinglesOf(text)]) }),
    );
    const found = findAlike(works, { from }).toSorted((x, y) => x.a - y.a || x.b - y.b);
    expect(found.map(({ a, b, alike }) => [a, b, alike])).toEqual(expected);
  }
});

test('a pair at the threshold is missed once in a thousand million times, whatever the threshold', () => {
  for (const from of [0.05, 0.1, 0.3, 0.6, 0.8, 1]) {
    const { rows, bands } = bandsFor(from)!;
    expect((1 - Math.min(from, 0.999) ** rows) ** bands).toBeLessThanOrEqual(1e-9);
  }
  for (const from of [0, 0.01]) expect(bandsFor(from)).toBeNull();
});
