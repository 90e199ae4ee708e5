import ICAL from 'ical.js';
import type { FeedEntry } from './calendar';

type Property = [name: string, params: Record<string, string>, type: string, value: string | number];

/** A moment as jCal writes it (RFC 7265): to the second, in UTC. */
const moment = (instant: string) => `${instant.slice(0, 19)}Z`;

/**
 * Somebody's due times as an iCalendar (RFC 5545). Times are written in UTC, so that they are right in every zone without a
 * definition of the school's own. Something due has a moment and no end (section 3.6.1: with neither DTEND nor DURATION it
 * ends when it begins) and takes no time out of the day. Nothing in it depends on when it is asked for.
 */
export function writeFeed({ name, entries }: { name: string; entries: readonly FeedEntry[] }): string {
  const properties: Property[] = [
    ['version', {}, 'text', '2.0'],
    ['prodid', {}, 'text', '-//Vestibul//due times//EN'],
    ['method', {}, 'text', 'PUBLISH'],
    // RFC 7986: what the calendar is called, and how often it may be asked again.
    ['name', {}, 'text', name],
    ['x-wr-calname', {}, 'text', name],
    ['refresh-interval', {}, 'duration', 'PT1H'],
  ];
  const events = entries.map((entry) => ['vevent', eventOf(entry), []]);
  return ICAL.stringify(['vcalendar', properties, events]);
}

function eventOf(entry: FeedEntry): Property[] {
  const where = `${entry.courseTitle}, ${entry.periods.map((period) => period.label).join(', ')}`;
  return [
    ['uid', {}, 'text', `${entry.assignmentId}-${entry.periods[0]!.id}@vestibul`],
    // Section 3.8.7.2: where METHOD is given, the moment this description was made: that of the last change.
    ['dtstamp', {}, 'date-time', moment(entry.changedAt)],
    ['last-modified', {}, 'date-time', moment(entry.changedAt)],
    ['sequence', {}, 'integer', entry.changes],
    ['dtstart', {}, 'date-time', moment(entry.due)],
    ['summary', {}, 'text', `Due: ${entry.title}`],
    ['description', {}, 'text', where],
    ['transp', {}, 'text', 'TRANSPARENT'],
  ];
}
