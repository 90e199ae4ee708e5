import { periodNumbers } from './people';
import { instantToLocal, localToInstant, toInstant, type Instant, type LocalTime } from '@vestibul/core';

/** Larkmoor's clocks. */
export const TIME_ZONE = 'Europe/London';

const DAY = 86_400_000;
/** Work due now leaves students at least this long, so that the demo's rack fills while it is looked at. */
const LEAST_LEFT = 3 * 3_600_000;

/** `yyyy-MM-dd` of the school's day that lies `days` after today (before, when negative). */
export function dayOf(now: Instant, days: number): string {
  const local = instantToLocal(now, TIME_ZONE);
  return new Date(Date.parse(`${local.slice(0, 10)}T12:00:00Z`) + days * DAY).toISOString().slice(0, 10);
}

/** The local due time of work that was due `weeksAgo` weeks ago; 0 is tonight, or tomorrow night when tonight is near. */
export function dueLocal(now: Instant, weeksAgo: number): LocalTime {
  const tonight = `${dayOf(now, 0)}T23:59` as LocalTime;
  const isNear = Date.parse(localToInstant(tonight, TIME_ZONE)) - Date.parse(now) < LEAST_LEFT;
  return `${dayOf(now, (isNear ? 1 : 0) - weeksAgo * 7)}T23:59` as LocalTime;
}

export function dueInstant(now: Instant, weeksAgo: number): Instant {
  return localToInstant(dueLocal(now, weeksAgo), TIME_ZONE);
}

export function later(instant: Instant, milliseconds: number): Instant {
  return toInstant(Date.parse(instant) + milliseconds);
}

/** The school year that `now` lies in, as first and last day: it turns on the first of August. */
export function schoolYear(now: Instant): {
  label: string;
  startsOn: string;
  endsOn: string;
  terms: { name: string; startsOn: string; endsOn: string }[];
} {
  const [year = 0, month = 1] = instantToLocal(now, TIME_ZONE).split('-').map(Number);
  const start = month >= 8 ? year : year - 1;
  return {
    label: `${start}–${String(start + 1).slice(2)}`,
    startsOn: `${start}-08-25`,
    endsOn: `${start + 1}-07-15`,
    terms: [
      { name: 'Autumn term', startsOn: `${start}-08-25`, endsOn: `${start}-12-18` },
      { name: 'Spring term', startsOn: `${start + 1}-01-06`, endsOn: `${start + 1}-03-26` },
      { name: 'Summer term', startsOn: `${start + 1}-04-12`, endsOn: `${start + 1}-07-15` },
    ],
  };
}

/** Hours of the day at which each of Larkmoor's periods begins and ends. */
const hours: Record<number, [string, string]> = {
  2: ['09:25', '10:15'],
  3: ['10:35', '11:25'],
  4: ['11:30', '12:20'],
  5: ['13:10', '14:00'],
  7: ['15:00', '15:50'],
};

/** The demo's periods with when they meet: hours on three days of the week, and one block that alternates by day. */
export function meetings(now: Instant) {
  const { startsOn } = schoolYear(now);
  return periodNumbers.map((number) => {
    const [from, to] = hours[number]!;
    const label = `Period ${number}`;
    return number === 7
      ? {
          number,
          label,
          meetings: { kind: 'cycle', length: 2, days: [1], firstDay: startsOn, from, to } as const,
        }
      : {
          number,
          label,
          meetings: { kind: 'weekly', times: [1, 3, 4].map((weekday) => ({ weekday, from, to })) } as const,
        };
  });
}
