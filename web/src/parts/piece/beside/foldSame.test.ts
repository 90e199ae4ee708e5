import { describe, expect, test } from '@jest/globals';
import { foldSame } from './foldSame';

/** `.` for a row that is the same, `x` for one that changed; what is folded is in brackets. */
const folded = (rows: string) =>
  foldSame([...rows], (row) => row === 'x')
    .map(({ rows: some, isFolded }) => (isFolded ? `[${some.join('')}]` : some.join('')))
    .join('');

describe('what is shown of two sides', () => {
  test.each([
    ['', ''],
    ['x', 'x'],
    ['..x..', '..x..'],
    ['.....x.....', '[...]..x..[...]'],
    ['x......x', 'x......x'],
    ['x.......x', 'x..[...]..x'],
    ['....', '[....]'],
    ['..', '..'],
  ])('of %p: %p', (rows, shown) => {
    expect(folded(rows)).toBe(shown);
  });

  test('each stretch knows at which row it begins', () => {
    expect(foldSame([...'......x'], (row) => row === 'x').map(({ at }) => at)).toEqual([0, 4]);
  });
});
