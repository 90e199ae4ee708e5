import { FILLERS } from './ordinaryWords';
import type { NameToken } from './nameTokens';

/** What a word is that tells neither a person nor an assignment nor a period. */
export type BesideRole = 'date' | 'counter' | 'filler' | 'course';

const MONTHS = '(?:jan|feb|mar|apr|may|jun|jul|aug|sept?|oct|nov|dec)[a-z]*';
/** Ways of writing a day (common practice, no source). A pair of numbers counts only where it can be a month and a day. */
const DATES: readonly RegExp[] = [
  /(?<!\d)(?:19|20)\d{2}[-_. ]?[01]\d[-_. ]?[0-3]\d(?!\d)(?:[-_T ]?\d{4,9}(?!\d))?/giu,
  /(?<!\d)[0-3]?\d([-_./])[0-3]?\d\1(?:(?:19|20)\d{2}|\d{2})(?!\d)/giu,
  new RegExp(
    `(?<![a-z\\d])${MONTHS}[-_. ]*[0-3]?\\d(?:st|nd|rd|th)?(?![a-z\\d])(?:[-_., ]+20\\d{2}(?!\\d))?`,
    'giu',
  ),
  new RegExp(
    `(?<![a-z\\d])[0-3]?\\d(?:st|nd|rd|th)?[-_. ]*${MONTHS}(?![a-z])(?:[-_., ]+20\\d{2}(?!\\d))?`,
    'giu',
  ),
  /(?<=[\s_.-])(?:1[0-2]|0?[1-9])[-./](?:3[01]|[12]\d|0?[1-9])(?![\d\p{L}])/giu,
  /(?<!\d)(?:19|20)\d{2}(?:[-/](?:19|20)?\d{2})?(?!\d)/giu,
];
/** Words before a number that say which copy or version it is. */
const VERSIONS = new Set(
  'v ver version rev copy draft final attempt try take edit page pg part no nr img dsc'.split(' '),
);

/** What each word is beside what matters, null where it can matter. `isName` words in a date keep both meanings. */
export function besideRoles(
  name: string,
  tokens: readonly NameToken[],
  courseWords: ReadonlySet<string>,
  isName: (plain: string) => boolean,
): (BesideRole | null)[] {
  const roles = tokens.map(({ plain }): BesideRole | null =>
    FILLERS.has(plain) ? 'filler' : courseWords.has(plain) ? 'course' : null,
  );
  const mark = (from: number, to: number, role: BesideRole) =>
    tokens.forEach((token, i) => {
      if (
        token.at >= from &&
        token.at + token.raw.length <= to &&
        !(isName(token.plain) && !/^\d/.test(token.plain))
      )
        roles[i] = role;
    });
  const dated: { from: number; to: number }[] = [];
  for (const pattern of /\d/.test(name) ? DATES : [])
    for (const match of name.matchAll(pattern)) {
      const to = match.index + match[0].length;
      // In `week 2 oct 2` the second number is the day.
      if (dated.some((one) => match.index < one.to && to > one.from)) continue;
      // A month that is somebody's name needs more than standing beside a number.
      const letters = /[a-z]{3,}/iu.exec(match[0])?.[0].toLowerCase();
      if (letters !== undefined && isName(letters)) continue;
      dated.push({ from: match.index, to });
      mark(match.index, to, 'date');
    }
  for (const match of name.matchAll(/[([{]\s*\d{1,3}\s*[)\]}]/gu))
    mark(match.index, match.index + match[0].length, 'counter');
  tokens.forEach((token, i) => {
    const before = tokens[i - 1];
    const after = tokens[i + 1];
    if (after?.gap === '' && /^(?:st|nd|rd|th)$/.test(after.plain)) return;
    if (/^\d{1,3}$/.test(token.plain) && before && VERSIONS.has(before.plain) && token.gap.length <= 1) {
      roles[i] = 'counter';
      roles[i - 1] = 'counter';
    }
    // Numbers of cameras and scanners, and whatever else is longer than a period's or an assignment's number.
    if (/^\d{3,}$/.test(token.plain) && !isName(token.plain)) roles[i] ??= 'counter';
  });
  return roles;
}
