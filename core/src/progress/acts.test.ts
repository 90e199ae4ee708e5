import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { instantToLocal, toInstant } from '../deadline/zonedTime';
import {
  acts,
  countActs,
  dayOfQuarter,
  kindOfAct,
  sumActs,
  QUARTER_SECONDS,
  type CountedLines,
} from './acts';

const anyLines = fc.array(
  fc.record({
    of: fc.constantFrom('mai', 'ali', 'chidi'),
    kind: fc.constantFrom(...acts.map((act) => kindOfAct[act])),
    count: fc.integer({ min: 1, max: 40 }),
  }),
);

test('what was done is counted by whose it is, each kind by itself', () => {
  const lines: CountedLines<string>[] = [
    { of: 'mai', kind: 'turned in', count: 2 },
    { of: 'ali', kind: 'handed back', count: 1 },
    { of: 'mai', kind: 'reminded', count: 1 },
    { of: 'mai', kind: 'turned in', count: 1 },
  ];
  const [mai, ali] = countActs(lines);
  expect(mai).toEqual({
    of: 'mai',
    counts: { turnedIn: 3, reviewed: 0, handedBack: 0, commented: 0, answered: 0, reminded: 1 },
  });
  expect([ali!.of, ali!.counts.handedBack]).toEqual(['ali', 1]);
});

test('no line is lost and none is counted twice', () => {
  fc.assert(
    fc.property(anyLines, (lines) => {
      const counted = countActs(lines);
      expect(new Set(counted.map(({ of }) => of)).size).toBe(counted.length);
      const sums = sumActs(counted);
      for (const act of acts)
        expect(sums[act]).toBe(
          lines.filter(({ kind }) => kind === kindOfAct[act]).reduce((sum, { count }) => sum + count, 0),
        );
    }),
  );
});

test('every moment of a quarter of an hour is on its day, wherever the school is', () => {
  // By how much these are off the full hour: half, three quarters, none (IANA time zone database 2024a).
  const zones = ['Asia/Kolkata', 'Asia/Kathmandu', 'Australia/Lord_Howe', 'Europe/London', 'Pacific/Chatham'];
  fc.assert(
    fc.property(
      fc.constantFrom(...zones),
      fc.date({ min: new Date('2026-01-01'), max: new Date('2027-12-31'), noInvalidDate: true }),
      (zone, date) => {
        const quarter = Math.floor(date.getTime() / 1000 / QUARTER_SECONDS);
        expect(dayOfQuarter(quarter, zone)).toBe(
          instantToLocal(toInstant(date.getTime()), zone).slice(0, 10),
        );
      },
    ),
  );
});
