import { describe, expect, test } from '@jest/globals';
import type { Scoring } from '@vestibul/core';
import { readPoints, sayOutOfBounds, sayScore } from './sayScore';

const level = (title: string, points: number) => ({ title, points, says: '' });
const rubric: Scoring = {
  kind: 'rubric',
  criteria: [
    { title: 'readings', levels: [level('all', 4), level('some', 2)] },
    { title: 'units', levels: [level('right', 3), level('wrong', 1)] },
  ],
};
const outOfTen: Scoring = { kind: 'points', most: 10 };

describe('a score is said in a few words', () => {
  test.each([
    ['nothing given', outOfTen, null, 'not scored yet'],
    ['points', outOfTen, { kind: 'points' as const, points: 7.5 }, '7.5 of 10'],
    ['half a rubric', rubric, { kind: 'rubric' as const, levels: [1, null] }, '1 of 2 criteria scored'],
    ['a whole rubric', rubric, { kind: 'rubric' as const, levels: [1, 0] }, '5 of 7'],
    [
      'a thousand',
      { kind: 'points' as const, most: 1000 },
      { kind: 'points' as const, points: 1000 },
      '1,000 of 1,000',
    ],
  ])('%s', (_what, scoring, given, said) => {
    expect(sayScore(scoring, given)).toBe(said);
  });

  test('and how much can be given is', () => {
    expect(sayOutOfBounds(rubric)).toBe('Give points from 0 to 7, in halves at most.');
  });
});

test.each([
  ['7', 7],
  [' 7.5 ', 7.5],
  ['7,5', 7.5],
  ['', null],
  ['  ', null],
  ['seven', undefined],
  ['-1', undefined],
  ['1e3', undefined],
  ['7.5.1', undefined],
])('what is typed as %j is read as %p', (typed, points) => {
  expect(readPoints(typed)).toBe(points);
});
