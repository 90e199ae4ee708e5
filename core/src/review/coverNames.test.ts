import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { stretchesToCover, wordsToCover } from './coverNames';

const lovro = {
  last: 'Kovačević-O’Brien',
  first: 'Lovro Ante',
  called: 'Lolo',
  username: 'lkovac.07',
  number: '42054',
};
const words = wordsToCover(lovro);
const covered = (text: string) => stretchesToCover(text, words).map(({ from, to }) => text.slice(from, to));

describe('what is covered', () => {
  test.each([
    ['Lovro Kovačević, period 4', ['Lovro', 'Kovačević']],
    // Capitals and marks make no difference, in whatever normal form the text is.
    ['LOVRO KOVACEVIC', ['LOVRO', 'KOVACEVIC']],
    ['Kovačević'.normalize('NFD'), ['Kovačević'.normalize('NFD')]],
    ['Lolo’s log, by O’Brien', ['Lolo’s', 'O’Brien']],
    ['04-Kovacevic_Lovro_map.jpg', ['Kovacevic', 'Lovro']],
    ['LovroKovačević4.docx', ['Lovro', 'Kovačević']],
    ['No. 42054', ['42054']],
    // Words that only hold a name are words.
    ['Antenna, loloish, 420540', []],
    ['', []],
  ])('%j: %j', (text, found) => expect(covered(text)).toEqual(found));

  test('an account in one run', () => {
    expect([...wordsToCover({ ...lovro, username: 'lkovac' })]).toContain('lkovac');
    expect(stretchesToCover('by lkovac', wordsToCover({ ...lovro, username: 'lkovac' }))).toEqual([
      { from: 3, to: 9 },
    ]);
  });

  test('nothing where somebody has one letter or no name', () => {
    const none = { last: 'X', first: '', called: '', username: '', number: '' };
    expect(wordsToCover(none).size).toBe(0);
  });
});

test('stretches lie in the text, in order and apart, and a name between spaces is always found', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), fc.string({ maxLength: 40 }), (a, b) => {
      const text = `${a} Lovro ${b}`;
      const found = stretchesToCover(text, words);
      let last = 0;
      for (const { from, to } of found) {
        expect(from).toBeGreaterThanOrEqual(last);
        expect(to).toBeGreaterThan(from);
        last = to;
      }
      expect(last).toBeLessThanOrEqual(text.length);
      expect(found).toContainEqual({ from: a.length + 1, to: a.length + 6 });
    }),
  );
});
