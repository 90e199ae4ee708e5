import type { Day, LocalTime } from '../ids';

const DAY_MS = 86_400_000;
const WEEK_MS = 7 * DAY_MS;

const utcOf = (day: string) => Date.parse(`${day.slice(0, 10)}T00:00:00Z`);

/** The day that lies `days` after another. */
export function addDays(day: Day, days: number): Day {
  return new Date(utcOf(day) + days * DAY_MS).toISOString().slice(0, 10) as Day;
}

/** Day of the week of a day: 1 is Monday, 7 is Sunday (ISO 8601). */
export function weekdayOf(day: Day): number {
  return new Date(utcOf(day)).getUTCDay() || 7;
}

/** Whole days from one day to another. */
export function daysBetween(from: Day, to: Day): number {
  return Math.round((utcOf(to) - utcOf(from)) / DAY_MS);
}

/**
 * A local time of one year moved into another: by whole weeks, so that it falls on the same weekday and the same
 * week of the year, counted from its first day. The time of day stays.
 */
export function moveToYear(local: LocalTime, fromFirstDay: Day, toFirstDay: Day): LocalTime {
  const weeks = Math.round((utcOf(toFirstDay) - utcOf(fromFirstDay)) / WEEK_MS);
  return `${addDays(local.slice(0, 10) as Day, weeks * 7)}${local.slice(10)}` as LocalTime;
}

/** Whether a year is over: then its courses can be read and nothing in them changes any more. */
export function isOver(year: { endsOn: Day }, today: Day): boolean {
  return today > year.endsOn;
}
