import { editDistance } from './editDistance';

/** How many letters can be wrong between two words: one from four letters on, two from eight on. */
export function slipsAllowed(a: string, b: string): number {
  const shorter = Math.min(a.length, b.length);
  return shorter >= 8 ? 2 : shorter >= 4 ? 1 : 0;
}

/** Whether one word can be the other with a slip of the hand. */
export function isSlip(a: string, b: string): boolean {
  const allowed = slipsAllowed(a, b);
  return allowed > 0 && editDistance(a, b, allowed) <= allowed;
}
