import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Instant } from '../ids';
import { arrivalsByDue, arrivalsByWeek, goneQuiet, type Arrived } from './happened';

const at = (text: string) => new Date(text).toISOString() as Instant;
const NOW = Date.parse('2026-11-25T10:00:00Z');
const DUE = at('2026-11-20T23:59:00Z');
const came = (hours: number): Arrived => ({
  turnedInAt: new Date(Date.parse(DUE) + hours * 3_600_000).toISOString() as Instant,
  due: DUE,
});

const anyWork = fc.record({
  turnedInAt: fc
    .date({ min: new Date('2026-08-01'), max: new Date('2027-07-31'), noInvalidDate: true })
    .map((date) => date.toISOString() as Instant),
  due: fc.option(fc.constant(DUE)),
});

test('work stands in the bar of how long before or after its due time it came; at a border it was before it', () => {
  const works = [-200, -168, -167.9, -24, -2, -0.5, 0, 0.01, 1, 1.01, 100, 2000].map(came);
  const bars = arrivalsByDue([...works, { turnedInAt: DUE, due: null }]);
  expect(bars.filter(({ count }) => count > 0).map(({ from, to, count }) => [from, to, count])).toEqual([
    [null, -168, 2],
    [-168, -72, 1],
    [-72, -24, 1],
    [-3, -1, 1],
    [-1, 0, 2],
    [0, 1, 2],
    [1, 24, 1],
    [24, 168, 1],
    [168, null, 1],
  ]);
});

test('weeks go from Monday to Sunday on the school’s clock, and one without work is there too', () => {
  const weeks = arrivalsByWeek(
    [
      // Sunday evening in New York is Monday in London.
      { turnedInAt: at('2026-11-09T03:00:00Z'), due: DUE },
      { turnedInAt: at('2026-11-24T12:00:00Z'), due: DUE },
      { turnedInAt: at('2026-11-24T13:00:00Z'), due: null },
    ],
    'America/New_York',
  );
  expect(weeks).toEqual([
    { monday: '2026-11-02', days: [0, 0, 0, 0, 0, 0, 1], late: 0 },
    { monday: '2026-11-09', days: [0, 0, 0, 0, 0, 0, 0], late: 0 },
    { monday: '2026-11-16', days: [0, 0, 0, 0, 0, 0, 0], late: 0 },
    { monday: '2026-11-23', days: [0, 2, 0, 0, 0, 0, 0], late: 1 },
  ]);
  expect(arrivalsByWeek([], 'Europe/London')).toEqual([]);
});

test('each work is counted once, whatever order it is told in; weeks follow each other without a gap', () => {
  fc.assert(
    fc.property(fc.array(anyWork, { maxLength: 60 }), (works) => {
      const dated = works.filter(({ due }) => due !== null);
      const sum = (numbers: readonly number[]) => numbers.reduce((total, number) => total + number, 0);
      expect(sum(arrivalsByDue(works).map(({ count }) => count))).toBe(dated.length);
      const weeks = arrivalsByWeek(works, 'Europe/London');
      expect(sum(weeks.flatMap(({ days }) => days))).toBe(works.length);
      expect(sum(weeks.map(({ late }) => late))).toBe(
        dated.filter(({ turnedInAt }) => Date.parse(turnedInAt) > Date.parse(DUE)).length,
      );
      expect(arrivalsByWeek(works.toReversed(), 'Europe/London')).toEqual(weeks);
      weeks
        .slice(1)
        .forEach(({ monday }, i) =>
          expect(Date.parse(monday) - Date.parse(weeks[i]!.monday)).toBe(7 * 86_400_000),
        );
    }),
    { seed: 17, numRuns: 200 },
  );
});

test('who let something fall due and turned nothing in for two weeks has gone quiet; the longest silence is first', () => {
  const recent = at('2026-11-20T08:00:00Z');
  const old = at('2026-11-01T08:00:00Z');
  const older = at('2026-10-01T08:00:00Z');
  const student = (id: string, dues: Instant[], turnedIn: Instant[]) => ({ id, dues, turnedIn });
  expect(
    goneQuiet(
      [
        student('turned in yesterday', [recent], [at('2026-11-24T08:00:00Z'), old]),
        student('quiet', [recent, recent, old], [older, old]),
        student('never', [recent], []),
        student('nothing was due', [old], []),
        student('due tomorrow', [at('2026-11-26T08:00:00Z')], []),
        student('longer', [recent], [older]),
        student('just two weeks ago', [recent], [at('2026-11-11T10:00:00Z')]),
      ],
      NOW,
    ),
  ).toEqual([
    { id: 'never', last: null, missed: 1 },
    { id: 'longer', last: older, missed: 1 },
    { id: 'quiet', last: old, missed: 2 },
    { id: 'just two weeks ago', last: at('2026-11-11T10:00:00Z'), missed: 1 },
  ]);
});
