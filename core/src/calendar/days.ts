import type { Day } from '../ids';

const DAY_MS = 86_400_000;

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

/** Whether a year is over: then its courses can be read and nothing in them changes any more. */
export function isOver(year: { endsOn: Day }, today: Day): boolean {
  return today > year.endsOn;
}
