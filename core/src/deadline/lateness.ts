import type { Instant } from '../ids';

/** Milliseconds after the due time at which something was turned in; 0 when in time. Without a due time nothing is late. */
export function lateBy(turnedIn: Instant, due: Instant | null): number {
  return due === null ? 0 : Math.max(0, Date.parse(turnedIn) - Date.parse(due));
}

/** A length of time in the two largest units that say enough: `3 d 4 h`, `5 h 12 min`, `12 min`, `40 s`. */
export function sayDuration(milliseconds: number): string {
  const seconds = Math.max(0, Math.floor(milliseconds / 1000));
  const units: [number, string][] = [
    [Math.floor(seconds / 86_400), 'd'],
    [Math.floor(seconds / 3600) % 24, 'h'],
    [Math.floor(seconds / 60) % 60, 'min'],
    [seconds % 60, 's'],
  ];
  const first = units.findIndex(([count]) => count > 0);
  if (first < 0) return '0 s';
  const shown = first < 2 ? units.slice(first, first + 2) : units.slice(first, first + 1);
  return shown
    .filter(([count]) => count > 0)
    .map(([count, unit]) => `${count} ${unit}`)
    .join(' ');
}
