import type { Day, LocalTime } from '../ids';
import { addDays, daysBetween } from './days';

/**
 * A local time of one year moved into another: by whole weeks, so that it falls on the same weekday and the same
 * week of the year, counted from its first day. The time of day stays.
 */
export function moveToYear(local: LocalTime, fromFirstDay: Day, toFirstDay: Day): LocalTime {
  const weeks = Math.round(daysBetween(fromFirstDay, toFirstDay) / 7);
  return `${addDays(local.slice(0, 10) as Day, weeks * 7)}${local.slice(10)}` as LocalTime;
}
