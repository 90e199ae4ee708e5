import { expect, test } from '@jest/globals';
import { sumActs, type ActCounts } from '@vestibul/core';
import { weeksOfActs } from './weeksOfActs';

const turnedIn = (count: number): ActCounts => ({ ...sumActs([]), turnedIn: count });

test('days are told in weeks from Monday, the newest first, also over the turn of a year', () => {
  const weeks = weeksOfActs([
    { of: '2026-12-28', counts: turnedIn(2) },
    { of: '2027-01-03', counts: turnedIn(1) },
    { of: '2027-01-04', counts: turnedIn(5) },
    { of: '2027-01-25', counts: turnedIn(4) },
  ]);
  expect(weeks.map(({ monday, counts }) => [monday, counts.turnedIn])).toEqual([
    ['2027-01-25', 4],
    ['2027-01-04', 5],
    ['2026-12-28', 3],
  ]);
});
