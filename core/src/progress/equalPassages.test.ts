import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { equalPassages } from './equalPassages';
import { findAlike, shinglesOf } from './findAlike';

const cut = ({ text, passages }: ReturnType<typeof equalPassages>[number]) =>
  passages.map(({ from, to, number }) => `${number}: ${text.slice(from, to)}`);

describe('what of two texts is the same', () => {
  test('is told by the stretches of it in both, with the same number', () => {
    const [a, b] = equalPassages(
      'On Monday the gauge stood at 41 centimetres, two more than before. It rained all night. We walked home along the stream.',
      'My log. WE WALKED HOME ALONG the stream. And: on Monday the gauge stood at 41 centimetres; three more than in May.',
    );
    expect(cut(a)).toEqual([
      '1: On Monday the gauge stood at 41 centimetres',
      '2: We walked home along the stream',
    ]);
    expect(cut(b)).toEqual([
      '2: WE WALKED HOME ALONG the stream',
      '1: on Monday the gauge stood at 41 centimetres',
    ]);
  });

  test('is not what both took from the blank', () => {
    const blank = 'Read the gauge on five days and write each height down.';
    const [a, b] = equalPassages(
      `${blank} It was very high on Friday.`,
      `${blank} It was very high on Friday. So it was.`,
      [blank],
    );
    // A run that begins in the blank and ends behind it is no run of the blank.
    expect(cut(a)).toEqual(['1: write each height down. It was very high on Friday']);
    expect(a.passages).toHaveLength(1);
    expect(cut(b)).toEqual(cut(a));
    expect(a.text.slice(a.passages[0]!.from)).not.toContain('Read the gauge');
  });

  test('of texts of fewer than five words is all or nothing', () => {
    expect(cut(equalPassages('Clay, sand', 'clay sand')[0])).toEqual(['1: Clay, sand']);
    expect(equalPassages('Clay, sand', 'clay silt')[0].passages).toEqual([]);
    expect(equalPassages('', '')[1]).toEqual({ text: '', passages: [] });
  });

  test('is found in scripts without spaces, and its places are in the text that is returned', () => {
    const [a, b] = equalPassages(
      '今日は川の水位を測りました。雨が降った。',
      'そして今日は川の水位を測りました。',
    );
    expect(cut(a)).toEqual(['1: 今日は川の水位を測りました']);
    expect(cut(b)).toEqual(['1: 今日は川の水位を測りました']);
    const decomposed = 'cafe\u0301 au lait et du pain';
    const [c] = equalPassages(decomposed, decomposed.normalize('NFC'));
    expect(cut(c)).toEqual(['1: café au lait et du pain']);
  });

  test('a passage that stands in a text twice is told twice, by one number', () => {
    const line = 'the water was as clear as glass';
    const [a, b] = equalPassages(`First ${line}, then it rained and afterwards ${line}`, `Later ${line}.`);
    expect(cut(a)).toEqual([`1: ${line}`, `1: ${line}`]);
    expect(cut(b)).toEqual([`1: ${line}`]);
  });
});

test('what stands in both differently put together goes by the number with which it has most in common', () => {
  const [one, two] = ['the water stood at forty one', 'nobody had walked the path since then'];
  const [a, b] = equalPassages(`${one}. Rain! ${two}.`, `My day: ${two}. Wind! ${one}. Later, ${two}.`);
  expect(cut(a)).toEqual([`1: ${one}`, `2: ${two}`]);
  expect(cut(b)).toEqual([`2: ${two}`, `1: ${one}`, `2: ${two}`]);
});

const word = fc.constantFrom('clay', 'sand', 'silt', 'loam', 'peat', 'marl');
const text = fc.array(word, { maxLength: 60 }).map((words) => words.join(' '));

test('is there exactly where two are told to be alike, in order, and covers no more than words of the runs of both', () => {
  fc.assert(
    fc.property(text, text, text, (one, other, given) => {
      const sides = equalPassages(one, other, [given]);
      const own = (from: string) => [...shinglesOf(from)].filter((run) => !shinglesOf(given).has(run));
      const both = own(one).filter((run) => own(other).includes(run));
      expect(sides.map(({ passages }) => passages.length > 0)).toEqual([both.length > 0, both.length > 0]);
      const [pair] = findAlike(
        [
          { text: one, bytes: 'one' },
          { text: other, bytes: 'other' },
        ],
        { given: [{ text: given, bytes: 'given' }], from: 0 },
      );
      expect((pair?.alike ?? 0) > 0).toBe(both.length > 0);
      for (const { text: whole, passages } of sides) {
        for (const [i, { from, to }] of passages.entries()) {
          expect(from).toBeGreaterThanOrEqual(passages[i - 1]?.to ?? 0);
          const runs = [...shinglesOf(whole.slice(from, to))];
          expect(runs.length).toBeGreaterThan(0);
          // Two runs that only touch make one stretch, with runs of neither between.
          expect(runs.some((run) => both.includes(run))).toBe(true);
        }
      }
      // Whoever follows a number finds it in the other text, and they are counted from 1 in the first.
      const numbers = (at: 0 | 1) => [...new Set(sides[at].passages.map(({ number }) => number))];
      expect(numbers(0)).toEqual(numbers(0).map((_, i) => i + 1));
      expect(numbers(1).toSorted((x, y) => x - y)).toEqual(numbers(0));
    }),
    { seed: 20261201 },
  );
});
