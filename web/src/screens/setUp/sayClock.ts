import { isLocalTime, readLocalTime, type LocalTime } from '@vestibul/core';
import { sayMoment } from '../../parts/ui/format';

/** Says so where clocks are changed and the time written does not exist, or exists twice (RFC 5545 settles both). */
export function sayClock(local: string, zone: string): string {
  if (!isLocalTime(local)) return '';
  const { instant, clock } = readLocalTime(local as LocalTime, zone);
  if (clock === 'skipped')
    return `this time is skipped by the clock change; it counts as ${sayMoment(instant, zone)}`;
  if (clock === 'twice') return 'this time happens twice (clock change); the first counts';
  return '';
}
