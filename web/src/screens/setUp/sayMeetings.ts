import type { MeetingPattern } from '@vestibul/core';

export const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
/** The days of a cycle are called by letters. */
export const letters = 'ABCDEFGHIJ';

/** A pattern in words: `Mon, Wed, Thu 09:25–10:15`, `day A of 2, 15:00–15:50`. */
export function sayMeetings(value: MeetingPattern | null): string {
  if (!value) return '';
  if (value.kind === 'cycle')
    return `day ${value.days.map((day) => letters[day - 1]).join(', ')} of ${value.length}, ${value.from}–${value.to}`;
  const byTime = new Map<string, string[]>();
  for (const { weekday, from, to } of value.times) {
    const key = `${from}–${to}`;
    byTime.set(key, [...(byTime.get(key) ?? []), weekdays[weekday - 1]!]);
  }
  return [...byTime].map(([time, days]) => `${days.join(', ')} ${time}`).join('; ');
}
