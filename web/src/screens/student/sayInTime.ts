import { sayDuration } from '@vestibul/core';
import type { Receipt } from '../../state/api';

/** Whether an attempt came in time, as far as it was due at all. */
export function sayInTime({ due, lateMs }: Pick<Receipt, 'due' | 'lateMs'>): string {
  if (due === null) return 'turned in';
  return lateMs > 0 ? `late by ${sayDuration(lateMs)}` : 'in time';
}
