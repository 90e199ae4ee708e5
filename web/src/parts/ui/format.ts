import { fullName, instantToLocal, type Instant } from '@vestibul/core';

const formatters = new Map<string, Intl.DateTimeFormat>();

function format(instant: Instant | string, timeZone: string, options: Intl.DateTimeFormatOptions): string {
  const key = `${timeZone}${JSON.stringify(options)}`;
  let found = formatters.get(key);
  if (!found)
    formatters.set(
      key,
      (found = new Intl.DateTimeFormat('en-GB', { ...options, timeZone, hourCycle: 'h23' })),
    );
  return found.format(new Date(instant)).replace(/,/g, '');
}

const clock = { hour: '2-digit', minute: '2-digit' } as const;

/** `Tue 24 Nov, 23:59`, in the school's time. */
export function sayMoment(instant: Instant, zone: string): string {
  return `${format(instant, zone, { weekday: 'short', day: 'numeric', month: 'short' })}, ${format(instant, zone, clock)}`;
}

/** Whose a file is; of a link, that its bytes are not the school's. */
export function sayOwner(owner: Parameters<typeof sayName>[0] | null): string {
  return owner ? sayName(owner) : 'outside';
}

/** `24 Nov 2026, 23:59:07`, for receipts and the ledger. */
export function sayExactly(instant: Instant, zone: string): string {
  return `${format(instant, zone, { day: 'numeric', month: 'short', year: 'numeric' })}, ${format(instant, zone, { ...clock, second: '2-digit' })}`;
}

/** As short as says enough on a slot: `15:47` today, `Tue 08:40` this week, `12 Nov` before. */
export function sayShortly(instant: Instant, now: number, zone: string): string {
  if (now - Date.parse(instant) >= 6 * 86_400_000) {
    return format(instant, zone, { day: 'numeric', month: 'short' });
  }
  const time = format(instant, zone, clock);
  const isToday = instantToLocal(instant, zone).startsWith(todayAt(now, zone));
  return isToday ? time : `${format(instant, zone, { weekday: 'short' })} ${time}`;
}

/** The day, `2026-11-24`, that a zone's clocks show at a moment. */
function localDay(moment: number, zone: string): string {
  return instantToLocal(new Date(moment).toISOString() as Instant, zone).slice(0, 10);
}

let lastToday = { now: Number.NaN, zone: '', day: '' };

/** The local day of now. Every slot of a rack asks for the same one, so the last is kept. */
function todayAt(now: number, zone: string): string {
  if (lastToday.now !== now || lastToday.zone !== zone) {
    lastToday = { now, zone, day: localDay(now, zone) };
  }
  return lastToday.day;
}

/** `today`, `tomorrow` or the day, for what is due. */
export function sayDueDay(due: Instant, now: number, zone: string): string {
  const dueDay = localDay(Date.parse(due), zone);
  if (dueDay === localDay(now, zone)) return `today, ${format(due, zone, clock)}`;
  if (dueDay === localDay(now + 86_400_000, zone)) return `tomorrow, ${format(due, zone, clock)}`;
  return sayMoment(due, zone);
}

/** `Tuesday 24 November`. */
export function sayDay(moment: number, zone: string): string {
  return format(new Date(moment).toISOString(), zone, { weekday: 'long', day: 'numeric', month: 'long' });
}

const units = ['bytes', 'kB', 'MB', 'GB'] as const;

/** A size as file managers show it, in powers of ten: `3.1 MB`. */
export function sayBytes(bytes: number): string {
  let value = bytes;
  let unit = 0;
  while (value >= 999.5 && unit < units.length - 1) {
    value /= 1000;
    unit += 1;
  }
  const digits = unit > 0 && value < 9.95 ? 1 : 0;
  return `${value.toFixed(digits)} ${bytes === 1 ? 'byte' : units[unit]}`;
}

// Made once: to make one takes as long as to draw a slot.
const numbers = new Intl.NumberFormat('en-GB');

/** `1,024`. */
export function sayNumber(count: number): string {
  return numbers.format(count);
}

export function sayCount(count: number, one: string, many: string = `${one}s`): string {
  return `${sayNumber(count)} ${count === 1 ? one : many}`;
}

const together = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** `Ada, Ben and Cem`. */
export function sayList(words: readonly string[]): string {
  return together.format(words);
}

interface Named {
  last: string;
  first: string;
  called: string;
  apart?: string;
}

/** `Abara, Chidi`; a single name stands alone. Who shares their name with somebody is told apart: `Abara, Chidi (41207)`. */
export function sayListName({ last, first, called, apart = '' }: Named): string {
  const given = called || first;
  return `${given ? `${last}, ${given}` : last}${sayApart(apart)}`;
}

export function sayName({ last, first, called, apart = '' }: Named): string {
  return `${fullName(called || first, last)}${sayApart(apart)}`;
}

const sayApart = (apart: string) => (apart ? ` (${apart})` : '');

/** Initials for the small round sign. */
export function initialsOf({ last, first }: Pick<Named, 'last' | 'first'>): string {
  return [first, last]
    .map((name) => [...name][0] ?? '')
    .join('')
    .toUpperCase();
}

/** What an act on several left alone, since there is something newer to look at; '' for nothing. */
export function sayNewer(newer: number): string {
  return newer === 0
    ? ''
    : ` ${newer} ${newer === 1 ? 'has a newer attempt and was' : 'have newer attempts and were'} left for you to look at.`;
}
