import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { arrivedOf, pileStates, type PileCounts } from '@vestibul/core';
import { nameOfPile, withPaths } from '../../parts/sorting/pileFiles';
import { reasonWords, saidStates, sayAccount, stateNames } from './pileWords';

const none = Object.fromEntries(pileStates.map((state) => [state, 0])) as PileCounts;

describe('what became of a pile', () => {
  test('is said as a sum of what there is', () => {
    expect(sayAccount({ ...none, placed: 286, 'to sort': 21, repeat: 3, refused: 2 })).toBe(
      '312 arrived = 286 placed + 21 to sort + 3 exact repeats + 2 refused',
    );
    expect(sayAccount({ ...none, placed: 1, repeat: 1 })).toBe('2 arrived = 1 placed + 1 exact repeat');
    expect(sayAccount(none)).toBe('0 arrived');
  });

  test('leaves nothing out: the numbers always add up, whatever state pieces are in', () => {
    fc.assert(
      fc.property(
        fc.record(Object.fromEntries(pileStates.map((state) => [state, fc.nat(5000)]))),
        (drawn) => {
          const counts = drawn as PileCounts;
          const [arrived, ...parts] = sayAccount(counts).replaceAll(',', '').match(/\d+/g)!.map(Number);
          expect(arrived).toBe(arrivedOf(counts));
          expect(parts.reduce((sum, part) => sum + part, 0)).toBe(arrived);
        },
      ),
    );
  });

  test('has a name for every state, and a list for each in an order of its own', () => {
    expect([...saidStates].sort()).toEqual([...pileStates].sort());
    expect(new Set(Object.values(stateNames)).size).toBe(pileStates.length);
  });

  test('gives a reason that fits on a line of the list', () => {
    for (const [reason, words] of Object.entries(reasonWords))
      if (reason !== '') expect(words.length).toBeGreaterThan(5);
    expect(reasonWords['not-given'].length).toBeLessThan(30);
  });
});

describe('the files of a pile', () => {
  const file = (name: string, more: object = {}) => Object.assign(new File(['x'], name), more);

  test('keep their place in the folder that was chosen or dropped', () => {
    const paths = withPaths([
      file('a.txt'),
      file('b.txt', { path: './stick/set 1/b.txt' }),
      file('c.txt', { path: '/stick/c.txt' }),
      file('d.txt', { path: 'd.txt' }),
    ]).map(({ path }) => path);
    expect(paths).toEqual(['a.txt', 'stick/set 1/b.txt', 'stick/c.txt', 'd.txt']);
  });

  test('give the pile its name: the one file, the folder, or the first and how many more', () => {
    const named = (...paths: string[]) =>
      nameOfPile(withPaths(paths.map((path) => file(path.split('/').at(-1)!, { path }))));
    expect(named('old stick.zip')).toBe('old stick.zip');
    expect(named('stick/a.txt', 'stick/b/c.txt')).toBe('stick');
    expect(named('a.txt', 'b.txt', 'c.txt')).toBe('a.txt and 2 more');
    expect(nameOfPile([])).toBe('A pile');
    expect(named(`${'x'.repeat(300)}.zip`).length).toBeLessThanOrEqual(120);
  });
});
