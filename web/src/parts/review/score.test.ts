import { describe, expect, test } from '@jest/globals';
import type { Scoring } from '@vestibul/core';
import { withoutScore, type Place } from '../rack/courseWork';
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

test('before it is handed back, work is missed that its assignment wants scored and nobody has', () => {
  const course = {
    assignments: [
      { id: 'scored', mostPoints: 10 },
      { id: 'plain', mostPoints: null },
    ],
  };
  const place = (id: string | null, assignmentId: string, points: number | null) =>
    ({ slot: { id, assignmentId, points } }) as unknown as Place;
  const places = [
    place('s1', 'scored', 7),
    place('s2', 'scored', null),
    place('s3', 'plain', null),
    place(null, 'scored', null),
    place('s4', 'scored', 0),
  ];
  expect(
    withoutScore(course as unknown as Parameters<typeof withoutScore>[0], places).map(({ slot }) => slot!.id),
  ).toEqual(['s2']);
});
