import { expect, test } from '@jest/globals';
import { arrivalsByDue, type Arrived } from '@vestibul/core';
import type { Instant } from '@vestibul/core';
import { sayBar, sayMiddle, sayWeek } from './sayArrivals';

const DUE = '2026-11-20T23:59:00.000Z' as Instant;
const came = (hours: number): Arrived => ({
  turnedInAt: new Date(Date.parse(DUE) + hours * 3_600_000).toISOString() as Instant,
  due: DUE,
});

test('every bar is told in words that no other has', () => {
  const bars = arrivalsByDue([]).map(sayBar);
  expect(bars.map(({ full }) => full)).toEqual([
    'more than 7 days before',
    '3 to 7 days before',
    '1 to 3 days before',
    '12 h to 1 day before',
    '3 to 12 h before',
    '1 to 3 h before',
    'in the last hour',
    'up to 1 h late',
    '1 h to 1 day late',
    '1 to 7 days late',
    'more than 7 days late',
  ]);
  expect(bars.map(({ short }) => short)).toEqual(
    '>7 d|7 d|3 d|1 d|12 h|3 h|1 h|+1 h|+1 d|+7 d|>+7 d'.split('|'),
  );
});

test('the middle is the time by which half had come', () => {
  expect(sayMiddle([-30, -9, 2, 60].map(came))).toBe('9 h before');
  expect(sayMiddle([-30, 50, 60].map(came))).toBe('2 days late');
  expect(sayMiddle([{ turnedInAt: DUE, due: null }])).toBe('–');
  expect(sayWeek('2026-11-23')).toBe('23 Nov');
});
