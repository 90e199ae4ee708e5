import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import type { Instant, LocalTime } from '../ids';
import { countedMoment, lateBy, sayDuration } from './lateness';
import { instantToLocal, isLocalTime, isTimeZone, localToInstant, readLocalTime } from './zonedTime';

const local = (text: string) => text as LocalTime;

describe('localToInstant', () => {
  // Worked by hand from the rules of the two change-over nights of 2026 in New York (second Sunday of March,
  // first Sunday of November, at 2:00) and of the rule in RFC 5545 section 3.3.5.
  test.each([
    ['2026-11-24T23:59', 'America/New_York', '2026-11-25T04:59:00.000Z'],
    ['2026-03-08T01:59', 'America/New_York', '2026-03-08T06:59:00.000Z'],
    ['2026-03-08T02:30', 'America/New_York', '2026-03-08T07:30:00.000Z'],
    ['2026-03-08T03:00', 'America/New_York', '2026-03-08T07:00:00.000Z'],
    ['2026-11-01T01:30', 'America/New_York', '2026-11-01T05:30:00.000Z'],
    ['2026-11-01T02:00', 'America/New_York', '2026-11-01T07:00:00.000Z'],
    ['2026-10-04T02:15', 'Australia/Lord_Howe', '2026-10-03T15:45:00.000Z'],
    ['2026-06-01T12:00', 'UTC', '2026-06-01T12:00:00.000Z'],
  ])('%s in %s', (time, zone, instant) => {
    expect(localToInstant(local(time), zone)).toBe(instant);
  });

  test('agrees with the Temporal reference library in every zone and minute tried', () => {
    const zone = fc.constantFrom(
      'America/New_York',
      'Europe/London',
      'Europe/Dublin',
      'Australia/Lord_Howe',
      'Asia/Kolkata',
      'America/St_Johns',
      'Pacific/Apia',
      'America/Sao_Paulo',
      'UTC',
    );
    // Half of the times lie within two days of a change-over.
    const minute = fc.oneof(
      // The reference library's own tables of daylight-saving time end with 2035.
      fc.integer({ min: Date.UTC(1995, 0, 1) / 60_000, max: Date.UTC(2035, 0, 1) / 60_000 }),
      fc
        .tuple(
          fc.constantFrom('2026-03-08', '2026-03-29', '2026-10-04', '2026-10-25', '2026-11-01'),
          fc.integer({ min: -2880, max: 2880 }),
        )
        .map(([day, off]) => Date.parse(`${day}T02:00Z`) / 60_000 + off),
    );
    fc.assert(
      fc.property(zone, minute, (timeZone, at) => {
        const time = new Date(at * 60_000).toISOString().slice(0, 16);
        const reference = Temporal.PlainDateTime.from(time).toZonedDateTime(timeZone, {
          disambiguation: 'compatible',
        });
        expect(Date.parse(localToInstant(local(time), timeZone))).toBe(reference.epochMilliseconds);
      }),
      { numRuns: 600 },
    );
  });

  test('is the first moment at which the clocks show the time, by trying every minute around it', () => {
    // Morocco leaves and re-enters summer time around Ramadan; the reference library misses such short spells.
    const zone = fc.constantFrom('Africa/Casablanca', 'Europe/London', 'Australia/Lord_Howe', 'Pacific/Apia');
    const around = fc.constantFrom(
      '2026-02-15',
      '2026-03-22',
      '2029-01-14',
      '2029-02-18',
      '2026-10-25',
      '2011-12-30',
    );
    fc.assert(
      fc.property(zone, around, fc.integer({ min: -300, max: 300 }), (timeZone, day, off) => {
        const time = local(new Date(Date.parse(`${day}T02:00Z`) + off * 60_000).toISOString().slice(0, 16));
        const asUtc = Date.parse(`${time}Z`);
        let first: number | null = null;
        for (
          let moment = asUtc - 26 * HOUR;
          moment <= asUtc + 26 * HOUR && first === null;
          moment += 60_000
        ) {
          if (shown(moment, timeZone) === time) first = moment;
        }
        const found = Date.parse(localToInstant(time, timeZone));
        if (first !== null) expect(found).toBe(first);
        // A skipped time is read with the offset before the gap, so the clocks then show it moved on by the gap.
        else expect(shown(found, timeZone) > time).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

const HOUR = 3_600_000;

const clocks = new Map<string, Intl.DateTimeFormat>();

/** What the platform's own clock shows in a zone, to the minute. */
function shown(moment: number, timeZone: string): string {
  let clock = clocks.get(timeZone);
  if (!clock) {
    // Swedish writes a moment as year, month, day and time, ready to be compared as text.
    clock = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' });
    clocks.set(timeZone, clock);
  }
  return clock.format(moment).replace(' ', 'T');
}

describe('instantToLocal', () => {
  test('is what the reference library shows on the clock', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('America/New_York', 'Asia/Kathmandu', 'Europe/London'),
        fc.integer({ min: 0, max: 2_000_000_000 }),
        (zone, seconds) => {
          const instant = new Date(seconds * 1000).toISOString() as Instant;
          const shown = Temporal.Instant.from(instant)
            .toZonedDateTimeISO(zone)
            .toPlainDateTime()
            .toString({ smallestUnit: 'minute', roundingMode: 'floor' });
          expect(instantToLocal(instant, zone)).toBe(shown);
        },
      ),
    );
  });
});

describe('isLocalTime', () => {
  test.each([
    ['2026-02-28T23:59', true],
    ['2028-02-29T00:00', true],
    ['2026-02-29T00:00', false],
    ['2026-04-31T10:00', false],
    ['2026-11-24T24:00', false],
    ['2026-11-24', false],
    ['2026-11-24T23:59:00', false],
    ['', false],
  ])('%s: %s', (text, is) => {
    expect(isLocalTime(text)).toBe(is);
  });
});

test('isTimeZone knows IANA names and nothing else', () => {
  expect(isTimeZone('Europe/London')).toBe(true);
  expect(isTimeZone('Larkmoor/Upper')).toBe(false);
  expect(isTimeZone('')).toBe(false);
});

// The two change-over nights of 2026 in New York, worked by hand: clocks go from 2:00 to 3:00 on 8 March and from 2:00
// back to 1:00 on 1 November.
describe('readLocalTime', () => {
  test.each([
    ['2026-03-08T01:59', 'once', '2026-03-08T06:59:00.000Z'],
    ['2026-03-08T02:00', 'skipped', '2026-03-08T07:00:00.000Z'],
    ['2026-03-08T02:59', 'skipped', '2026-03-08T07:59:00.000Z'],
    ['2026-03-08T03:00', 'once', '2026-03-08T07:00:00.000Z'],
    ['2026-11-01T00:59', 'once', '2026-11-01T04:59:00.000Z'],
    ['2026-11-01T01:00', 'twice', '2026-11-01T05:00:00.000Z'],
    ['2026-11-01T01:59', 'twice', '2026-11-01T05:59:00.000Z'],
    ['2026-11-01T02:00', 'once', '2026-11-01T07:00:00.000Z'],
  ])('%s exists %s', (time, clock, instant) => {
    expect(readLocalTime(local(time), 'America/New_York')).toEqual({ instant, clock });
  });

  test('a quarter past one on the long night is late for a due time of half past one only the second time round', () => {
    const due = localToInstant(local('2026-11-01T01:30'), 'America/New_York');
    expect(lateBy('2026-11-01T05:15:00.000Z' as Instant, due)).toBe(0);
    expect(lateBy('2026-11-01T06:15:00.000Z' as Instant, due)).toBe(45 * 60_000);
  });
});

describe('grace', () => {
  const due = '2026-11-24T12:00:00.000Z' as Instant;
  test.each([
    ['12:00:00.000', 5, 0],
    ['12:05:00.000', 5, 0],
    // Beyond the grace the whole distance counts, not what is left of it.
    ['12:05:00.001', 5, 300_001],
    ['12:00:00.001', 0, 1],
    ['11:00:00.000', 0, 0],
  ])('turned in at %s with %d minutes of grace is late by %d ms', (time, grace, late) => {
    expect(lateBy(`2026-11-24T${time}Z` as Instant, due, grace)).toBe(late);
  });

  const at = (time: string) => `2026-11-24T${time}:00.000Z` as Instant;
  test('what counts is the press, or the moment at which the last file set out', () => {
    const began = [at('11:50'), at('11:58')];
    expect(countedMoment({ counts: 'when turned in', graceMinutes: 0 }, at('12:10'), began)).toBe(
      at('12:10'),
    );
    expect(countedMoment({ counts: 'when sending began', graceMinutes: 0 }, at('12:10'), began)).toBe(
      at('11:58'),
    );
    expect(countedMoment({ counts: 'when sending began', graceMinutes: 0 }, at('12:10'), [])).toBe(
      at('12:10'),
    );
  });
});

describe('lateBy', () => {
  const due = '2026-11-24T23:59:00.000Z' as Instant;
  test('is nothing up to and at the due time, and counts from it', () => {
    expect(lateBy('2026-11-24T23:58:59.999Z' as Instant, due)).toBe(0);
    expect(lateBy(due, due)).toBe(0);
    expect(lateBy('2026-11-24T23:59:00.001Z' as Instant, due)).toBe(1);
  });
  test('is nothing where nothing is due', () => {
    expect(lateBy(due, null)).toBe(0);
  });
});

test.each([
  [0, '0 s'],
  [40_000, '40 s'],
  [12 * 60_000 + 59_000, '12 min'],
  [5 * 3_600_000 + 12 * 60_000, '5 h 12 min'],
  [24 * 3_600_000, '1 d'],
  [3 * 86_400_000 + 4 * 3_600_000 + 59 * 60_000, '3 d 4 h'],
])('sayDuration(%d) is %s', (milliseconds, words) => {
  expect(sayDuration(milliseconds)).toBe(words);
});
