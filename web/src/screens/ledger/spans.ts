import { addDays, instantToLocal, type Day, type Instant } from '@vestibul/core';

export interface Span {
  key: string;
  says: string;
  from: Day;
  to: Day;
}

/** Days back that are offered by their names: until the same day of last week. */
const DAYS = 7;

const sayDayOf = (day: Day, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' }).format(new Date(`${day}T12:00:00Z`));

/** The days and weeks up to a moment, as they are spoken of: today, yesterday, last Tuesday, this week, last week. */
export function spansUntil(now: number, zone: string): Span[] {
  const today = instantToLocal(new Date(now).toISOString() as Instant, zone).slice(0, 10) as Day;
  const days = Array.from({ length: DAYS + 1 }, (_, back) => addDays(today, -back));
  const named = (day: Day, back: number) => {
    const date = sayDayOf(day, { day: 'numeric', month: 'short' });
    if (back === 0) return `today, ${date}`;
    if (back === 1) return `yesterday, ${date}`;
    return `last ${sayDayOf(day, { weekday: 'long' })}, ${date}`;
  };
  const weekday = new Date(`${today}T12:00:00Z`).getUTCDay();
  const monday = addDays(today, -((weekday + 6) % 7));
  return [
    ...days.map((day, back) => ({ key: day, says: named(day, back), from: day, to: day })),
    { key: 'this week', says: 'this week', from: monday, to: today },
    { key: 'last week', says: 'last week', from: addDays(monday, -7), to: addDays(monday, -1) },
  ];
}
