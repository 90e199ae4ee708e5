import { describe, expect, test } from '@jest/globals';
import { keyGroups } from './keyGroups';

const titles = (...of: Parameters<typeof keyGroups>) => keyGroups(...of).map(({ title }) => title);

describe('the keys that are listed', () => {
  test('begin with those of the place one is at, and end with those of all others', () => {
    expect(titles('Review desk', 'teacher')).toEqual([
      'Review desk',
      'Everywhere',
      'To a place',
      'Today',
      'Rack',
      'Sorting table',
      'Mark book',
      'Ledger',
      'Set-up',
    ]);
    expect(titles('Rack', 'teacher').slice(0, 2)).toEqual(['Rack', 'Everywhere']);
  });

  test('are none of a place that is not open to somebody, and no heading has nothing below it', () => {
    expect(titles('Ledger', 'office')).toEqual(['Ledger', 'Everywhere', 'To a place', 'Set-up']);
    expect(titles('Rack', 'aide')).not.toContain('Set-up');
  });

  test('mean one thing at a place', () => {
    for (const { lines } of keyGroups('Rack', 'teacher').filter(({ title }) => title !== 'To a place')) {
      const keys = lines.flatMap(([pressed]) => pressed.filter((key) => key !== '…'));
      expect(new Set(keys).size).toBe(keys.length);
    }
  });
});
