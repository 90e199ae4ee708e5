import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { besideWords, type Run, type WordRow } from './besideWords';
import { linesOf, sentencesOf } from './paragraphsOf';

const side = (runs: readonly Run[] | null) => runs && runs.map(({ text }) => text).join('');
const changed = (runs: readonly Run[] | null) =>
  (runs ?? []).flatMap(({ text, isChanged }) => (isChanged ? [text] : []));
const changes = ({ before, after }: WordRow) => [changed(before), changed(after)];
/** Words as Unicode breaks them (UAX 29), which the browser and Node share. */
const countWords = (lines: readonly string[]) =>
  lines
    .flatMap((line) => [...new Intl.Segmenter('und', { granularity: 'word' }).segment(line)])
    .filter(({ isWordLike }) => isWordLike).length;

describe('what changed in the words of a text', () => {
  test('the same text has no change', () => {
    const text = ['The river stood at 2.4 m.', 'On Tuesday it fell.'];
    expect(besideWords(text, text)).toMatchObject({ same: 10, gone: 0, come: 0 });
  });

  test('a word put for another is that word on each side, and its paragraph stays beside the other', () => {
    const found = besideWords(
      ['First of all.', 'The river stood at two metres.'],
      ['First of all.', 'The brook stood at two metres.'],
    )!;
    expect(found.rows.map(changes)).toEqual([
      [[], []],
      [['river'], ['brook']],
    ]);
    expect(found).toMatchObject({ same: 8, gone: 1, come: 1 });
  });

  test('a paragraph put in has nothing beside it, and those around it stay', () => {
    const found = besideWords(['One cat.', 'Two dogs.'], ['One cat.', 'A horse between them.', 'Two dogs.'])!;
    expect(found.rows.map(({ before, after }) => [side(before), side(after)])).toEqual([
      ['One cat.', 'One cat.'],
      [null, 'A horse between them.'],
      ['Two dogs.', 'Two dogs.'],
    ]);
  });

  test('of several paragraphs that went and came, each is beside the one that it became', () => {
    const found = besideWords(
      ['We measured the river for nine days.', 'Our method was a rod with marks on it.'],
      [
        'A preface that nobody asked for.',
        'We measured the river for ten days.',
        'Our method was a rod with red marks on it.',
      ],
    )!;
    expect(found.rows.map(changes)).toEqual([
      [[], ['A preface that nobody asked for.']],
      [['nine'], ['ten']],
      [[], ['red ']],
    ]);
  });

  test('a space between two changed words is no island in the change', () => {
    const [row] = besideWords(['we saw old boats there now'], ['we saw new ships there now'])!.rows;
    expect(changes(row!)).toEqual([['old boats'], ['new ships']]);
  });

  test('two texts that share nothing are not put beside each other line by line', () => {
    const many = (word: string) => Array.from({ length: 1500 }, (_, i) => `${word} ${i}`);
    expect(besideWords(many('alpha'), many('beta'))).toBeNull();
  });

  test('reads back as each side, in order, and counts each word once', () => {
    const line = fc.array(fc.constantFrom('river', 'rod', 'ten', 'días', '2.4', '川', ',', '  '), {
      minLength: 1,
      maxLength: 12,
    });
    const text = fc.array(
      line.map((parts) => parts.join(' ')),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(text, text, (before, after) => {
        const found = besideWords(before, after)!;
        expect(found.rows.flatMap((row) => side(row.before) ?? [])).toEqual(before);
        expect(found.rows.flatMap((row) => side(row.after) ?? [])).toEqual(after);
        expect(found.same + found.gone).toBe(countWords(before));
        expect(found.same + found.come).toBe(countWords(after));
        for (const row of found.rows) {
          const kept = (runs: readonly Run[] | null) =>
            (runs ?? []).flatMap(({ text: one, isChanged }) => (isChanged ? [] : [one])).join('');
          expect(kept(row.before)).toBe(kept(row.after));
        }
      }),
      { seed: 16, numRuns: 300 },
    );
  });
});

describe('the paragraphs of a text', () => {
  test('lines of each kind of line end, without empty ones; the spaces before code stay', () => {
    expect(linesOf('one\r\n\r\n  two  \rthree\n')).toEqual(['one', '  two', 'three']);
  });

  test('a text that is only broken elsewhere is the same sentences', () => {
    const narrow = 'We measured the temper-\nature of the river. It was\ncold on that day.';
    const wide = 'We measured the temperature of\nthe river. It was cold on that day.';
    expect(sentencesOf(narrow)).toEqual(sentencesOf(wide));
    expect(sentencesOf(wide)).toEqual([
      'We measured the temperature of the river.',
      'It was cold on that day.',
    ]);
  });
});
