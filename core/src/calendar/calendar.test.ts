import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import type { Day, LocalTime } from '../ids';
import { dayOfCycle, meetingsOn, nextMeeting, type MeetingPattern } from './meetings';
import { addDays, daysBetween, isOver, weekdayOf } from './days';
import { moveToYear } from './moveToYear';
import { addMonths, weekOf, weeksOfMonth } from './weeks';

const day = (text: string) => text as Day;
const anyDay = fc
  .integer({ min: 0, max: 20_000 })
  .map((n) => Temporal.PlainDate.from('2000-01-01').add({ days: n }).toString() as Day);

describe('days', () => {
  test('are counted as the reference library counts them', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: -900, max: 900 }), (from, days) => {
        const reference = Temporal.PlainDate.from(from);
        const to = reference.add({ days }).toString();
        expect(addDays(from, days)).toBe(to);
        expect(daysBetween(from, day(to))).toBe(days);
        expect(weekdayOf(from)).toBe(reference.dayOfWeek);
      }),
    );
  });
});

describe('moveToYear', () => {
  // Worked by hand with a calendar: 24 November 2026 and 23 November 2027 are Tuesdays.
  test.each([
    ['2026-11-24T23:59', '2026-08-25', '2027-08-24', '2027-11-23T23:59'],
    ['2026-11-24T23:59', '2026-08-25', '2027-08-30', '2027-11-30T23:59'],
    ['2027-02-28T08:00', '2026-08-25', '2027-08-24', '2028-02-27T08:00'],
  ])('%s of the year from %s is, in the year from %s, %s', (time, from, to, moved) => {
    expect(moveToYear(time as LocalTime, day(from), day(to))).toBe(moved);
  });

  test('keeps the weekday and the time, whatever the years', () => {
    fc.assert(
      fc.property(anyDay, anyDay, anyDay, (due, from, to) => {
        const moved = moveToYear(`${due}T13:37` as LocalTime, from, to);
        expect(weekdayOf(moved.slice(0, 10) as Day)).toBe(weekdayOf(due));
        expect(moved.slice(10)).toBe('T13:37');
        // Never more than half a week away from where the first days would put it.
        const exact = addDays(due, daysBetween(from, to));
        expect(Math.abs(daysBetween(exact, moved.slice(0, 10) as Day))).toBeLessThanOrEqual(3.5);
      }),
    );
  });
});

test('a year is over on the day after its last', () => {
  const year = { endsOn: day('2027-07-15') };
  expect(isOver(year, day('2027-07-15'))).toBe(false);
  expect(isOver(year, day('2027-07-16'))).toBe(true);
});

describe('meetings', () => {
  const weekly: MeetingPattern = {
    kind: 'weekly',
    times: [
      { weekday: 2, from: '09:15', to: '10:05' },
      { weekday: 4, from: '13:00', to: '13:50' },
    ],
  };
  // Day A on Wednesday 26 August 2026, then B on Thursday, A on Friday, B on Monday.
  const blocks: MeetingPattern = {
    kind: 'cycle',
    length: 2,
    days: [1],
    firstDay: day('2026-08-26'),
    from: '10:00',
    to: '11:30',
  };

  test('come on their days of the week', () => {
    expect(meetingsOn(weekly, day('2026-11-24'))).toEqual([
      { from: '2026-11-24T09:15', to: '2026-11-24T10:05' },
    ]);
    expect(meetingsOn(weekly, day('2026-11-25'))).toEqual([]);
    expect(nextMeeting(weekly, '2026-11-24T09:15' as LocalTime)?.from).toBe('2026-11-26T13:00');
    expect(nextMeeting(weekly, '2026-11-24T09:14' as LocalTime)?.from).toBe('2026-11-24T09:15');
    expect(nextMeeting(null, '2026-11-24T09:14' as LocalTime)).toBeNull();
  });

  test.each([
    ['2026-08-26', 1],
    ['2026-08-27', 2],
    ['2026-08-28', 1],
    ['2026-08-29', null],
    ['2026-08-30', null],
    ['2026-08-31', 2],
    ['2026-09-01', 1],
    ['2026-08-25', 2],
    ['2026-08-21', 2],
    ['2026-08-24', 1],
  ])('%s is day %s of a cycle of two, the weekend left out', (on, turn) => {
    expect(dayOfCycle(blocks as { length: number; firstDay: Day }, day(on))).toBe(turn);
  });

  test('alternate over any number of school days', () => {
    fc.assert(
      fc.property(
        anyDay,
        fc.integer({ min: 2, max: 10 }),
        fc.integer({ min: 0, max: 200 }),
        (start, length, days) => {
          const firstDay = weekdayOf(start) > 5 ? addDays(start, 2) : start;
          let counted = 0;
          for (let at = firstDay; at < addDays(firstDay, days); at = addDays(at, 1))
            if (weekdayOf(at) <= 5) counted += 1;
          const on = addDays(firstDay, days);
          expect(dayOfCycle({ length, firstDay }, on)).toBe(
            weekdayOf(on) > 5 ? null : (counted % length) + 1,
          );
        },
      ),
    );
  });
});

describe('weeks', () => {
  test('a week runs from Monday to Sunday', () => {
    expect(weekOf(day('2026-11-29'))[0]).toBe('2026-11-23');
    expect(weekOf(day('2026-11-23'))[6]).toBe('2026-11-29');
  });

  test('a month is seen in whole weeks, each day of it once', () => {
    fc.assert(
      fc.property(anyDay, (on) => {
        const weeks = weeksOfMonth(on);
        const reference = Temporal.PlainDate.from(on);
        const inMonth = weeks.flat().filter((one) => one.startsWith(on.slice(0, 7)));
        expect(new Set(inMonth).size).toBe(reference.daysInMonth);
        expect(weeks.every((week) => week.length === 7 && weekdayOf(week[0]!) === 1)).toBe(true);
        expect(weeks[0]!.some((one) => one.startsWith(on.slice(0, 7)))).toBe(true);
        expect(addMonths(on, 1)).toBe(reference.with({ day: 1 }).add({ months: 1 }).toString());
      }),
    );
  });
});
