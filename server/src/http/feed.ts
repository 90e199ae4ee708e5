import ical, { ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';
import type { Instant } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';

/**
 * Somebody's due times as an iCalendar (RFC 5545). Times are written in UTC, so that they are right in every zone
 * without a definition of the school's own.
 */
export function writeFeed({
  name,
  entries,
  stamp,
}: {
  name: string;
  entries: AnswerOf<'readCalendar'>;
  stamp: Instant;
}): string {
  const calendar = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Vestibul', product: 'due times', language: 'EN' },
    // Calendar programs ask again this often.
    ttl: 60 * 60,
  });
  for (const entry of entries) {
    calendar.createEvent({
      id: `${entry.assignmentId}-${entry.periods[0]!.id}@vestibul`,
      start: new Date(entry.due),
      end: new Date(entry.due),
      stamp: new Date(stamp),
      summary: `Due: ${entry.title}`,
      description: `${entry.courseTitle}, ${entry.periods.map((period) => period.label).join(', ')}`,
      // Something due takes no time out of the day.
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  }
  return calendar.toString();
}
