import { toInstant, type Instant } from '@vestibul/core';
import { WrongCall } from '../surroundings';

/** A moment as RFC 3339 (5.6) writes it: a date, a time and how far it is from UTC. */
const MOMENT = /^\d{4}-\d{2}-\d{2}[Tt ]\d{2}:\d{2}:\d{2}(?:\.\d+)?(?:[Zz]|[+-]\d{2}:\d{2})$/;

/** A second that was put in; nothing is told apart from the one before it. */
const LEAP = /(?<=T\d{2}:\d{2}):60/;

/** The moment that `--at` names; null where it is not given, which is now. */
export function readMoment(text: string | undefined): Instant | null {
  if (text === undefined) return null;
  const at = MOMENT.test(text)
    ? Date.parse(text.toUpperCase().replace(' ', 'T').replace(LEAP, ':59'))
    : Number.NaN;
  if (Number.isNaN(at)) throw new WrongCall(`--at ${text}: write a moment as 2026-10-01T23:59:00+01:00`);
  return toInstant(at);
}
