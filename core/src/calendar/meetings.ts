import type { Day, LocalTime } from '../ids';
import { addDays, daysBetween, weekdayOf } from './days';

/** The highest number a period can have. */
export const HIGHEST_PERIOD = 20;
/** Most days in a cycle of meetings: each is called by a letter from A to J. */
export const LONGEST_CYCLE = 10;

/** A time of day, `HH:mm`. */
export type ClockTime = string;

/**
 * When a period meets: on days of the week, or as a block on some of the days of a cycle (day A, day B …) that counts
 * school days, Monday to Friday, from a day that is known to be its first.
 */
export type MeetingPattern =
  | { kind: 'weekly'; times: { weekday: number; from: ClockTime; to: ClockTime }[] }
  | { kind: 'cycle'; length: number; days: number[]; firstDay: Day; from: ClockTime; to: ClockTime };

export interface Meeting {
  from: LocalTime;
  to: LocalTime;
}

const at = (day: Day, time: ClockTime) => `${day}T${time}` as LocalTime;

/** The meetings of a period on one day. A day without school is not known here. */
export function meetingsOn(pattern: MeetingPattern | null, day: Day): Meeting[] {
  if (!pattern) return [];
  if (pattern.kind === 'weekly') {
    return pattern.times
      .filter((time) => time.weekday === weekdayOf(day))
      .map((time) => ({ from: at(day, time.from), to: at(day, time.to) }));
  }
  const turn = dayOfCycle(pattern, day);
  return turn !== null && pattern.days.includes(turn)
    ? [{ from: at(day, pattern.from), to: at(day, pattern.to) }]
    : [];
}

/** Which day of the cycle a day is, from 1; null at the weekend. */
export function dayOfCycle(pattern: { length: number; firstDay: Day }, day: Day): number | null {
  if (weekdayOf(day) > 5) return null;
  const schoolDays = schoolDaysBetween(pattern.firstDay, day);
  return (((schoolDays % pattern.length) + pattern.length) % pattern.length) + 1;
}

/** School days from one day to another, the weekend left out; negative backwards. */
function schoolDaysBetween(from: Day, to: Day): number {
  // Counted from the Monday of each week, five to a week; a weekend counts as the Monday after it.
  const position = (day: Day) => {
    const weekday = weekdayOf(day);
    const monday = addDays(day, 1 - weekday);
    return (daysBetween('2024-01-01' as Day, monday) / 7) * 5 + Math.min(weekday - 1, 5);
  };
  return position(to) - position(from);
}

/** How many days ahead a next meeting is looked for. */
const LOOKED_AHEAD = 60;

/** The first meeting that begins after a local time; null where none does within two months. */
export function nextMeeting(pattern: MeetingPattern | null, after: LocalTime): Meeting | null {
  const today = after.slice(0, 10) as Day;
  for (let i = 0; i <= LOOKED_AHEAD; i += 1) {
    const found = meetingsOn(pattern, addDays(today, i))
      .filter((meeting) => meeting.from > after)
      .sort((a, b) => (a.from < b.from ? -1 : 1))[0];
    if (found) return found;
  }
  return null;
}
