import type { Day } from '../ids';
import { addDays, weekdayOf } from './days';

/** The seven days of the week that a day lies in, from Monday (ISO 8601). */
export function weekOf(day: Day): Day[] {
  const monday = addDays(day, 1 - weekdayOf(day));
  return Array.from({ length: 7 }, (_, i) => addDays(monday, i));
}

/** The weeks that a month is seen in: whole weeks from Monday, with the days of the months around it. */
export function weeksOfMonth(day: Day): Day[][] {
  const month = day.slice(0, 7);
  const weeks: Day[][] = [];
  for (let week = weekOf(`${month}-01` as Day); ; week = weekOf(addDays(week[0]!, 7))) {
    if (weeks.length > 0 && week[0]!.slice(0, 7) !== month) return weeks;
    weeks.push(week);
  }
}

/** The first day of the month `by` months away. */
export function addMonths(day: Day, by: number): Day {
  const [year = 0, month = 1] = day.split('-').map(Number);
  return new Date(Date.UTC(year, month - 1 + by, 1)).toISOString().slice(0, 10) as Day;
}
