import type { Instant, LocalTime } from '../ids';

const formatters = new Map<string, Intl.DateTimeFormat>();

function formatter(zone: string): Intl.DateTimeFormat {
  let found = formatters.get(zone);
  if (!found) {
    found = new Intl.DateTimeFormat('en-US-u-ca-iso8601-nu-latn', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    });
    formatters.set(zone, found);
  }
  return found;
}

/** Whether this computer knows an IANA time zone by that name. */
export function isTimeZone(zone: string): boolean {
  try {
    formatter(zone);
    return true;
  } catch {
    return false;
  }
}

/** Milliseconds by which a zone's clocks are ahead of UTC at a moment, read from the zone's own table, which takes long. */
function readOffset(zone: string, moment: number): number {
  const read: Record<string, number> = {};
  for (const { type, value } of formatter(zone).formatToParts(moment)) read[type] = Number(value);
  const asUtc = Date.UTC(read.year!, read.month! - 1, read.day!, read.hour!, read.minute!, read.second!);
  return asUtc - Math.floor(moment / 1000) * 1000;
}

const HOUR = 3_600_000;
/** Offsets at the beginning of hours, by zone: a record of thousands of lines asks for the same few again and again. */
const offsets = new Map<string, Map<number, number>>();
/** Some two years of hours of a zone; then they are read anew. */
const MOST_HOURS = 16_384;

function offsetOfHour(zone: string, hour: number): number {
  let known = offsets.get(zone);
  if (!known || known.size >= MOST_HOURS) offsets.set(zone, (known = new Map()));
  let offset = known.get(hour);
  if (offset === undefined) known.set(hour, (offset = readOffset(zone, hour * HOUR)));
  return offset;
}

/** The same for a moment (milliseconds since 1970), mostly from what was read before. */
function offsetAt(zone: string, moment: number): number {
  const hour = Math.floor(moment / HOUR);
  const offset = offsetOfHour(zone, hour);
  // Clocks are changed within few hours of a year, and in none of them twice.
  return offset === offsetOfHour(zone, hour + 1) ? offset : readOffset(zone, moment);
}

const LOCAL = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/;

/** Whether a text is a wall-clock time `yyyy-MM-ddTHH:mm` on a day that exists. */
export function isLocalTime(text: string): text is LocalTime {
  if (!LOCAL.test(text)) return false;
  return new Date(`${text}Z`).toISOString().startsWith(text);
}

const DAY = 86_400_000;

/** How often a zone's clocks show a local time on its day. */
export type ClockReading = 'once' | 'twice' | 'skipped';

/**
 * The moment at which a zone's clocks show a local time. RFC 5545 section 3.3.5: a time that exists
 * twice means its first occurrence; one that is skipped is read with the offset before the gap.
 */
export function readLocalTime(local: LocalTime, zone: string): { instant: Instant; clock: ClockReading } {
  const asUtc = Date.parse(`${local}:00Z`);
  if (Number.isNaN(asUtc)) throw new Error(`not a local time: ${local}`);
  const before = offsetAt(zone, asUtc - DAY);
  const after = offsetAt(zone, asUtc + DAY);
  // The earlier reading wins where both offsets give this local time; where neither does, the older offset counts.
  const fits = [...new Set([before, after])]
    .map((offset) => asUtc - offset)
    .filter((moment) => moment + offsetAt(zone, moment) === asUtc)
    .sort((a, b) => a - b);
  return {
    instant: toInstant(fits[0] ?? asUtc - before),
    clock: fits.length === 0 ? 'skipped' : fits.length === 1 ? 'once' : 'twice',
  };
}

/** The moment alone of `readLocalTime`. */
export function localToInstant(local: LocalTime, zone: string): Instant {
  return readLocalTime(local, zone).instant;
}

/** What a zone's clocks show at a moment, to the minute. */
export function instantToLocal(instant: Instant, zone: string): LocalTime {
  const moment = Date.parse(instant);
  return new Date(moment + offsetAt(zone, moment)).toISOString().slice(0, 16) as LocalTime;
}

/** Milliseconds since 1970 as an instant. */
export function toInstant(moment: number): Instant {
  return new Date(moment).toISOString() as Instant;
}
