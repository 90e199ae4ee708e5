import { FILLERS } from './ordinaryWords';
import type { NameToken } from './nameTokens';

/** What a word is that tells neither a person nor an assignment nor a period. */
export type BesideRole = 'date' | 'counter' | 'filler' | 'course';

const MONTHS =
  '(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)';
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

/** What programs put before the name of a copy in other languages, and the small word behind it (common practice, no source). */
const COPY_WORDS = new Set('copy copia copie kopie kopi kopia kopio'.split(' '));
const COPY_OF = new Set('of de von van di da do av af'.split(' '));
/** Shorter ones are words far more often than names. */
const SHORTEST_NAME = 3;

/**
 * What each word is beside what matters, null where it can matter. Words that stand for somebody, by a name or an
 * account, keep both meanings in a date; a filler that `isName` is no filler.
 */
export function besideRoles(
  name: string,
  tokens: readonly NameToken[],
  courseWords: ReadonlySet<string>,
  { isName, knows }: { isName: (plain: string) => boolean; knows: (plain: string) => boolean },
): (BesideRole | null)[] {
  const roles = tokens.map(({ plain }, i): BesideRole | null => {
    // On a roster with a June or a Page such a word stands for somebody as well.
    if (FILLERS.has(plain)) return plain.length >= SHORTEST_NAME && isName(plain) ? null : 'filler';
    if (courseWords.has(plain)) return 'course';
    return COPY_WORDS.has(tokens[i - 1]?.plain ?? '') && COPY_OF.has(plain) ? 'filler' : null;
  });
  const stands = (plain: string) => isName(plain) || knows(plain);
  const mark = (from: number, to: number, role: BesideRole) =>
    tokens.forEach((token, i) => {
      if (
        token.at >= from &&
        token.at + token.raw.length <= to &&
        !(stands(token.plain) && !/^\d/.test(token.plain))
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
      if (letters !== undefined && stands(letters)) continue;
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
    if (/^\d{3,}$/.test(token.plain) && !stands(token.plain)) roles[i] ??= 'counter';
  });
  return roles;
}
