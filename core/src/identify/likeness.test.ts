import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { editDistance } from '../text/editDistance';
import { cleanName } from './cleanName';
import { jaroWinkler, slipsBetween } from './likeness';

describe('Jaro–Winkler', () => {
  // Winkler (1994), Advanced Methods for Record Linkage, table of string comparator values; from memory.
  test.each([
    ['SHACKLEFORD', 'SHACKELFORD', 0.982],
    ['DUNNINGHAM', 'CUNNIGHAM', 0.896],
    ['NICHLESON', 'NICHULSON', 0.956],
    ['JONES', 'JOHNSON', 0.832],
    ['MASSEY', 'MASSIE', 0.933],
    ['ABROMS', 'ABRAMS', 0.922],
    ['JERALDINE', 'GERALDINE', 0.926],
    ['MARHTA', 'MARTHA', 0.961],
    ['MICHELLE', 'MICHAEL', 0.921],
    ['JULIES', 'JULIUS', 0.933],
    ['TANYA', 'TONYA', 0.88],
    ['DWAYNE', 'DUANE', 0.84],
    ['SEAN', 'SUSAN', 0.805],
    ['JON', 'JOHN', 0.933],
    ['DIXON', 'DICKSONX', 0.813],
  ])('%s and %s are %d alike', (a, b, value) => {
    expect(jaroWinkler(a, b)).toBeCloseTo(value, 3);
    expect(jaroWinkler(b, a)).toBeCloseTo(value, 3);
  });

  test('is 1 for the same word, 0 for words without a common letter, and between for all', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), fc.string({ maxLength: 12 }), (a, b) => {
        const value = jaroWinkler(a, b);
        expect(value).toBeGreaterThanOrEqual(0);
        expect(value).toBeLessThanOrEqual(1);
        expect(jaroWinkler(a, a)).toBe(1);
      }),
    );
  });
});

/** The distance by its recursive definition (Damerau 1964, without editing a stretch twice). */
function plainDistance(a: string, b: string): number {
  const known = new Map<string, number>();
  const from = (i: number, j: number): number => {
    if (i === 0 || j === 0) return i + j;
    const key = `${i} ${j}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    let least = Math.min(
      from(i - 1, j) + 1,
      from(i, j - 1) + 1,
      from(i - 1, j - 1) + (a[i - 1] === b[j - 1] ? 0 : 1),
    );
    if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
      least = Math.min(least, from(i - 2, j - 2) + 1);
    known.set(key, least);
    return least;
  };
  return from(a.length, b.length);
}

const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c', 'd'), maxLength: 9 });

describe('letters apart', () => {
  test('is the distance by its definition, bounded or not', () => {
    fc.assert(
      fc.property(word, word, fc.integer({ min: 0, max: 4 }), (a, b, most) => {
        const plain = plainDistance(a, b);
        expect(editDistance(a, b)).toBe(plain);
        expect(editDistance(a, b, most)).toBe(Math.min(plain, most + 1));
      }),
    );
  });

  test.each([
    ['lundqist', 'lundqvist', 1],
    ['jennfier', 'jennifer', 1],
    ['sam', 'san', null],
    ['kano', 'kano', 0],
    ['tamara', 'tara', null],
    ['mogbadunde', 'mogbadunade', 1],
  ])('%s for %s: %s', (a, b, slips) => expect(slipsBetween(a, b)).toBe(slips));
});

describe('a name as its writer meant it', () => {
  test.each([
    ['Dương%20Forest', 'Dương Forest'],
    ['100%25 done', '100% done'],
    ['50% off', '50% off'],
    ['MÃ¥nsson', 'Månsson'],
    ['LucÃ­a', 'Lucía'],
    ['Zażółć', 'Zażółć'],
    ['Bana\ufffd\ufffd', 'Bana\ufffd\ufffd'],
    ['M\ufffdnsson', 'Mnsson'],
  ])('%j is %j', (name, clean) => expect(cleanName(name)).toBe(clean));

  test('a name whose bytes were read in the wrong code is mended, whatever it is', () => {
    fc.assert(
      fc.property(fc.constantFrom('Đặng', 'Müller', 'Køhler', 'Señor', 'Straße', 'Zoë', 'Ángel'), (name) => {
        const wrong = Buffer.from(name, 'utf8').toString('latin1');
        const clean = cleanName(wrong);
        expect(clean === name || clean === wrong).toBe(true);
      }),
    );
  });
});
