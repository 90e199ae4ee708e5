import { editDistance } from '../text/editDistance';
import { slipsAllowed } from '../text/isSlip';

/** What Winkler adds for each of the first four letters that agree. */
const WINKLER_SCALE = 0.1;

/**
 * How alike two words are, from 0 to 1: Jaro's measure with Winkler's addition for a common start (Winkler 1990, String
 * Comparator Metrics and Enhanced Decision Rules in the Fellegi-Sunter Model of Record Linkage).
 */
export function jaroWinkler(a: string, b: string): number {
  if (a === b) return 1;
  const reach = Math.max(0, Math.floor(Math.max(a.length, b.length) / 2) - 1);
  const isTaken = new Array<boolean>(b.length).fill(false);
  const common: string[] = [];
  for (let i = 0; i < a.length; i += 1) {
    for (let j = Math.max(0, i - reach); j < Math.min(b.length, i + reach + 1); j += 1) {
      if (isTaken[j] || a[i] !== b[j]) continue;
      isTaken[j] = true;
      common.push(a[i]!);
      break;
    }
  }
  if (common.length === 0) return 0;
  let swapped = 0;
  let at = 0;
  for (let j = 0; j < b.length; j += 1) {
    if (!isTaken[j]) continue;
    if (b[j] !== common[at]) swapped += 1;
    at += 1;
  }
  const m = common.length;
  const jaro = (m / a.length + m / b.length + (m - swapped / 2) / m) / 3;
  let start = 0;
  while (start < 4 && start < a.length && a[start] === b[start]) start += 1;
  return jaro + start * WINKLER_SCALE * (1 - jaro);
}

/** Two words less alike than this are no slip of each other, however few letters are wrong. */
const ALIKE = 0.82;

/**
 * How many letters of a name went wrong in a word: 1 from four letters on, 2 from eight on; 0 where it is the same word,
 * null where it is another. Which words count as alike is told by Jaro and Winkler's measure beside the number.
 */
export function slipsBetween(word: string, name: string): number | null {
  if (word === name) return 0;
  const most = slipsAllowed(word, name);
  if (most === 0) return null;
  const apart = editDistance(word, name, most);
  return apart <= most && jaroWinkler(word, name) >= ALIKE ? apart : null;
}
