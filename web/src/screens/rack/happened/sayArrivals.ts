import type { ArrivalBar, Arrived } from '@vestibul/core';
import type { Place } from '../../../parts/rack/courseWork';

/** When the work of a place came; nothing where none did. */
export const arrivedOf = ({ slot, due }: Place): Arrived[] =>
  slot?.turnedInAt ? [{ turnedInAt: slot.turnedInAt, due }] : [];

const HOUR = 3_600_000;

const DAY_HOURS = 24;

/** Hours in the unit that fits them. */
const inUnits = (hours: number) =>
  hours < DAY_HOURS
    ? { count: Math.max(1, Math.round(hours)), unit: 'h' as const }
    : { count: Math.round(hours / DAY_HOURS), unit: 'day' as const };

/** Hours as the nearest round words: `3 h`, `1 day`, `7 days`. */
function sayHours(hours: number): string {
  const { count, unit } = inUnits(hours);
  return `${count} ${unit}${unit === 'day' && count !== 1 ? 's' : ''}`;
}

/** `3 to 12 h`, `12 h to 1 day`. */
function sayRange(from: number, to: number): string {
  const isAlike = inUnits(from).unit === inUnits(to).unit;
  return `${isAlike ? inUnits(from).count : sayHours(from)} to ${sayHours(to)}`;
}

/** As short as fits below a bar: `12 h`, `7 d`. */
const shortHours = (hours: number) => `${inUnits(hours).count} ${inUnits(hours).unit[0]}`;

/** What a bar holds, in a sentence's words, and by the end of it that lies further from the due time: what is late has a plus. */
export function sayBar({ from, to }: ArrivalBar): { full: string; short: string } {
  if (from === null) return { full: `more than ${sayHours(-to!)} before`, short: `>${shortHours(-to!)}` };
  if (to === null) return { full: `more than ${sayHours(from)} late`, short: `>+${shortHours(from)}` };
  if (to === 0) return { full: 'in the last hour', short: shortHours(-from) };
  if (from === 0) return { full: `up to ${sayHours(to)} late`, short: `+${shortHours(to)}` };
  return from < 0
    ? { full: `${sayRange(-to, -from)} before`, short: shortHours(-from) }
    : { full: `${sayRange(from, to)} late`, short: `+${shortHours(to)}` };
}

/** When half of some work had come: `9 h before`, `2 days late`. */
export function sayMiddle(works: readonly Arrived[]): string {
  const hours = works
    .flatMap(({ turnedInAt, due }) => (due === null ? [] : (Date.parse(turnedInAt) - Date.parse(due)) / HOUR))
    .toSorted((a, b) => a - b);
  const middle = hours[Math.ceil(hours.length / 2) - 1];
  if (middle === undefined) return '–';
  return middle <= 0 ? `${sayHours(-middle)} before` : `${sayHours(middle)} late`;
}

const dayAndMonth = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });

const weekday = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});

/** A day: `Tue, 24 Nov`. */
export const sayWeekday = (day: string): string => weekday.format(Date.parse(day));

/** A week by its Monday: `23 Nov`. */
export const sayWeek = (monday: string): string => dayAndMonth.format(Date.parse(monday));
