import { editDistance } from '../text/editDistance';
import { plainWords } from '../text/plainWords';

interface Named {
  last: string;
  first: string;
  called: string;
}

/** Letters that a short form and its long form must share at the start: 'Kat' and 'Katherine'. */
const SHORT_FORM = 3;

/**
 * Whether two names can be one person's, written twice: marks lost, first and last swapped, a short form, the name
 * somebody is called by, half of a double name, a letter wrong. Names that are equal are alike.
 */
export function areAlike(a: Named, b: Named): boolean {
  const [lastA, lastB] = [plainWords(a.last), plainWords(b.last)];
  const givenA = givenNames(a);
  const givenB = givenNames(b);
  const sameGiven = givenA.some((name) => givenB.includes(name));
  if (lastA === lastB) return sameGiven || givenA.some((x) => givenB.some((y) => isNearGiven(x, y)));
  if (sameGiven && isNearLast(lastA, lastB)) return true;
  return givenA.includes(lastB) && givenB.includes(lastA);
}

/** The names somebody goes by before the last one; a single name goes by nothing. */
function givenNames({ first, called }: Named): string[] {
  const names = [plainWords(first), plainWords(called)];
  return [...new Set(names)].filter(
    (name, i) => name !== '' || (i === 0 && names.every((one) => one === '')),
  );
}

function isNearGiven(a: string, b: string): boolean {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length >= SHORT_FORM && long.startsWith(short)) return true;
  return short.length >= 5 && editDistance(a, b) === 1;
}

function isNearLast(a: string, b: string): boolean {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length >= SHORT_FORM && ` ${long} `.includes(` ${short} `)) return true;
  const allowed = short.length >= 8 ? 2 : short.length >= 4 ? 1 : 0;
  return allowed > 0 && editDistance(a, b) <= allowed;
}
