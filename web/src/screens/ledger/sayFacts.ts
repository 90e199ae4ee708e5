import { sayDuration } from '@vestibul/core';
import { sayBytes, sayCount, sayName } from '../../parts/ui/format';
import type { LedgerLine } from './Ledger';

/** How each fact of a line reads; a fact that is not here is told by its name and value. */
const readings: Record<string, (value: unknown, line: LedgerLine) => string | null> = {
  attempt: (value) => (value === 1 ? null : `attempt ${String(value)}`),
  pieces: (value) => sayCount(Number(value), 'piece'),
  lateMs: (value) => (Number(value) > 0 ? `late by ${sayDuration(Number(value))}` : 'in time'),
  bytes: (value) => sayBytes(Number(value)),
  sha256: (value) => `SHA-256 ${String(value).slice(0, 12)}…`,
  sealed: (value) => (Array.isArray(value) ? null : `sealed ${String(value).slice(0, 12)}…`),
  now: (value) => `now ${String(value).slice(0, 12)}…`,
  owner: (value, line) =>
    line.owner ? `owner ${sayName(line.owner)}` : value === 'outside' ? 'owner outside' : null,
  due: () => null,
  n: () => null,
  startedAt: () => null,
  uploadedAt: () => null,
  turnedInAt: () => null,
  nameSha256: () => null,
  originalNameSha256: () => null,
  ruleSha256: (value) => `rule ${String(value).slice(0, 12)}…`,
  titleSha256: () => null,
  was: (value) => {
    if (typeof value === 'object' && value !== null && 'lateMs' in value)
      return Number(value.lateMs) > 0 ? `was late by ${sayDuration(Number(value.lateMs))}` : 'was in time';
    return typeof value === 'string' && value.length === 64 ? null : `was ${String(value)}`;
  },
  is: () => null,
  of: (value) => `a ${String(value)}`,
  from: () => null,
  to: () => null,
  term: () => null,
  blank: () => null,
  copy: () => null,
  file: () => null,
  group: (value) => (value === null ? 'in no group' : null),
  held: (value) => (value === true ? 'held' : null),
  version: (value) => `version ${String(value)}`,
  visibleAt: (value) => (value === null ? 'a draft again' : null),
  excused: (value) => (value === true ? 'not asked of them' : null),
  changes: (value) => sayCount(Number(value), 'change'),
  textSha256: (value) => `text ${String(value).slice(0, 12)}…`,
  dues: (value) => (Array.isArray(value) ? sayCount(value.length, 'due time') : null),
  list: (value) => (value === true ? 'from a list' : 'by hand'),
  offRule: (value) => ({ mend: 'mended', ask: 'students are asked', hold: 'held' })[String(value)] ?? null,
  for: (value) => `for ${String(value)}s`,
};

/** The facts of a line in a few words. */
export function sayFacts(line: LedgerLine): string {
  return Object.entries(line.facts)
    .map(([key, value]) => (key in readings ? readings[key]!(value, line) : `${key} ${String(value)}`))
    .filter(Boolean)
    .join(' · ');
}
