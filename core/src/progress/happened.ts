import { addDays } from '../calendar/days';
import { weekOf } from '../calendar/weeks';
import { instantToLocal } from '../deadline/zonedTime';
import type { Day, Instant } from '../ids';

/** Work as far as it tells when it came: each once, when it was last turned in. */
export interface Arrived {
  turnedInAt: Instant;
  due: Instant | null;
}

const HOUR = 3_600_000;
/** Borders of the bars, in hours after the due time: what came at a border was before it. */
const BORDERS = [-168, -72, -24, -12, -3, -1, 0, 1, 24, 168] as const;

/** Work that came so many hours after it was due, from (not with) one border up to the next; null is without end. */
export interface ArrivalBar {
  from: number | null;
  to: number | null;
  count: number;
}

/** When work came, relative to when it was due: finer the nearer. What has no due time is none of it. */
export function arrivalsByDue(works: readonly Arrived[]): ArrivalBar[] {
  const bars = [null, ...BORDERS].map((from, i): ArrivalBar => ({ from, to: BORDERS[i] ?? null, count: 0 }));
  for (const { turnedInAt, due } of works) {
    if (due === null) continue;
    const hours = (Date.parse(turnedInAt) - Date.parse(due)) / HOUR;
    bars.find(({ to }) => to === null || hours <= to)!.count += 1;
  }
  return bars;
}

/** The work of a week, from Monday (ISO 8601), on the school's clock. */
export interface ArrivalWeek {
  monday: Day;
  /** From Monday to Sunday. */
  days: number[];
  late: number;
}

/** When work came, week by week, from the first week in which some did to the last; a week without is there too. */
export function arrivalsByWeek(works: readonly Arrived[], zone: string): ArrivalWeek[] {
  const days = works
    .map(({ turnedInAt, due }) => ({
      day: instantToLocal(turnedInAt, zone).slice(0, 10) as Day,
      isLate: due !== null && Date.parse(turnedInAt) > Date.parse(due),
    }))
    .toSorted((a, b) => (a.day < b.day ? -1 : 1));
  const weeks: ArrivalWeek[] = [];
  let week: Day[] = [];
  for (const { day, isLate } of days) {
    while (weeks.length === 0 || day > week[6]!) {
      week = weekOf(weeks.length === 0 ? day : addDays(week[6]!, 1));
      weeks.push({ monday: week[0]!, days: week.map(() => 0), late: 0 });
    }
    const now = weeks.at(-1)!;
    now.days[week.indexOf(day)]! += 1;
    if (isLate) now.late += 1;
  }
  return weeks;
}

/** After so long without anything from somebody they are asked after, in days. */
export const QUIET_DAYS = 14;

/** What was asked of somebody, and when they turned something in. */
export interface Asked<Id> {
  id: Id;
  /** Due times of what they were not excused from. */
  dues: readonly Instant[];
  turnedIn: readonly Instant[];
}

export interface Quiet<Id> {
  id: Id;
  /** When something last came from them; null where nothing ever did. */
  last: Instant | null;
  /** What fell due in those days. */
  missed: number;
}

/**
 * Who has gone quiet: nothing came from them for two weeks in which something of theirs fell due. Who is silent the longest is
 * first.
 */
export function goneQuiet<Id>(everybody: readonly Asked<Id>[], now: number): Quiet<Id>[] {
  const since = now - QUIET_DAYS * 24 * HOUR;
  return everybody
    .flatMap(({ id, dues, turnedIn }): Quiet<Id>[] => {
      const missed = dues.filter((due) => Date.parse(due) > since && Date.parse(due) <= now).length;
      const last = turnedIn.toSorted().at(-1) ?? null;
      const isQuiet = missed > 0 && (last === null || Date.parse(last) <= since);
      return isQuiet ? [{ id, last, missed }] : [];
    })
    .toSorted((a, b) => ((a.last ?? '') < (b.last ?? '') ? -1 : (a.last ?? '') > (b.last ?? '') ? 1 : 0));
}
