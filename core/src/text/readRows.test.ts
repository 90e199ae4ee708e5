import { describe, expect, it } from '@jest/globals';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { readRows } from './readRows';

describe('the rows of a table written as text', () => {
  it.each([
    [
      'RFC 4180, section 2.6: a line break and a comma in quotes',
      '"a","b\r\nb","c,c"\r\nzzz,yyy,xxx\r\n',
      [
        ['a', 'b\r\nb', 'c,c'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    ['RFC 4180, section 2.7: a quote in quotes', '"aaa","b""bb","ccc"', [['aaa', 'b"bb', 'ccc']]],
    [
      'semicolons and decimal commas',
      'day;cm\nMonday;42,5\nTuesday;51,0\n',
      [
        ['day', 'cm'],
        ['Monday', '42,5'],
        ['Tuesday', '51,0'],
      ],
    ],
    [
      'tabs and commas',
      'day\twhere\nMonday\tat the ford, left\n',
      [
        ['day', 'where'],
        ['Monday', 'at the ford, left'],
      ],
    ],
    ['a first line that says the separator', 'sep=;\r\na,1;b\r\n', [['a,1', 'b']]],
    ['an empty line, which is counted', 'a,b\n\nc,d\n', [['a', 'b'], [''], ['c', 'd']]],
    ['rows of several lengths', 'a,b,c\nd\n', [['a', 'b', 'c'], ['d']]],
    [
      'an inch',
      'rule,12"\nrope,3"\n',
      [
        ['rule', '12"'],
        ['rope', '3"'],
      ],
    ],
    [
      'a quote that is never closed',
      'a,"b\nc,d\n',
      [
        ['a', '"b'],
        ['c', 'd'],
      ],
    ],
    ['a mark of the order of bytes', '\ufeffa,b', [['a', 'b']]],
    ['nothing', '', []],
  ])('are read with %s', (_, text, rows) => {
    expect(readRows(text, 100)).toEqual(rows);
  });

  it('are no more than asked for', () => {
    expect(readRows('a\n'.repeat(1000), 10)).toHaveLength(10);
  });

  it('are those that a program of the standard wrote', () => {
    const cell = fc.string({
      unit: fc.constantFrom('a', '1', ',', ';', '"', '\n', ' ', 'é', ''),
      maxLength: 6,
    });
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { minLength: 2, maxLength: 5 }), { minLength: 1, maxLength: 8 }),
        (rows) => {
          expect(readRows(`sep=,\n${stringify(rows, { quoted: true })}`, 100)).toEqual(rows);
        },
      ),
      { seed: 20_261_201, numRuns: 300 },
    );
  });
});
