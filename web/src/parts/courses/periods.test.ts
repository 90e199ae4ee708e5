import { describe, expect, test } from '@jest/globals';
import { choosePeriods, isLookedAt, onePeriod, periodsIn, sayPeriods, withOneMore } from './periods';
import type { Course } from '../../state/api';

const course = {
  periods: [2, 3, 5].map((number) => ({ number, label: `Period ${number}` })),
} as unknown as Pick<Course, 'periods'>;

describe('which periods are looked at', () => {
  test.each([
    ['5', '5'],
    ['5,2', '2,5'],
    ['2,3,5', 'all'],
    ['all', 'all'],
    ['9', '2'],
    ['9,3', '3'],
    ['3,3', '3'],
    ['', '2'],
    [null, '2'],
    ['x,,', '2'],
  ])('%s in the address is %s', (wanted, means) => {
    expect(choosePeriods(course, wanted)).toBe(means);
  });

  test('one more and one less are the same press, and the last one stays', () => {
    expect(withOneMore(course, '3', 5)).toBe('3,5');
    expect(withOneMore(course, '3,5', 2)).toBe('all');
    expect(withOneMore(course, 'all', 2)).toBe('3,5');
    expect(withOneMore(course, '3,5', 5)).toBe('3');
    expect(withOneMore(course, '3', 3)).toBe('3');
  });

  test('one of several is not the one that is looked at', () => {
    expect(onePeriod(course, '3')?.number).toBe(3);
    expect(onePeriod(course, '3,5')).toBeUndefined();
    expect(isLookedAt('3,5', 2)).toBe(false);
    expect(isLookedAt('3,5', 5)).toBe(true);
    expect(isLookedAt('3,15', 5)).toBe(false);
    expect(isLookedAt('all', undefined)).toBe(true);
    expect(periodsIn(course, '3,5').map(({ number }) => number)).toEqual([3, 5]);
  });

  test('they are said by their labels', () => {
    expect(sayPeriods(course, '3,5')).toBe('Period 3 and Period 5');
    expect(sayPeriods(course, 'all')).toBe('All periods');
  });
});
