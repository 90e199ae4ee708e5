/**
 * Date patterns of UTS #35 (Unicode LDML, part 4, 'Date Format Patterns'), as far as they tell a day: year,
 * quarter, month, week, day and weekday, with English words and the weeks of ISO 8601. Letters that tell a time of day
 * are faults here: what is written has no clock.
 */
const FIELDS = 'yYuQqMLwdDEec';

/** What people write for a field that is another letter in UTS #35 (common practice, no source). */
const MEANT: Readonly<Record<string, string>> = { m: 'M', j: 'd' };

const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);
const WEEKDAYS = 'Sunday Monday Tuesday Wednesday Thursday Friday Saturday'.split(' ');

type PatternItem = { kind: 'text'; text: string } | { kind: 'field'; letter: string; width: number };

export type DatePatternFault = { at: number; found: string; mend: string | null };

function readItems(pattern: string): PatternItem[] | DatePatternFault {
  const items: PatternItem[] = [];
  let at = 0;
  while (at < pattern.length) {
    const char = pattern[at]!;
    if (char === "'") {
      const quoted = /^'((?:[^']|'')*)'/.exec(pattern.slice(at));
      if (!quoted) return { at, found: "'", mend: "''" };
      items.push({ kind: 'text', text: quoted[1] === '' ? "'" : quoted[1]!.replaceAll("''", "'") });
      at += quoted[0].length;
    } else if (/[A-Za-z]/.test(char)) {
      const run = /^([A-Za-z])\1*/.exec(pattern.slice(at))![0];
      if (!FIELDS.includes(char) || run.length > 5) {
        const meant = MEANT[char];
        return { at, found: run, mend: meant ? meant.repeat(run.length) : `'${run}'` };
      }
      items.push({ kind: 'field', letter: char, width: run.length });
      at += run.length;
    } else {
      items.push({ kind: 'text', text: char });
      at += 1;
    }
  }
  return items;
}

/** The first letter of a date pattern that cannot be written, or null where all can. */
export function findPatternFault(pattern: string): DatePatternFault | null {
  if (pattern.trim() === '') return { at: 0, found: pattern, mend: 'yyyy-MM-dd' };
  const items = readItems(pattern);
  return Array.isArray(items) ? null : items;
}

/** Writes a day (`yyyy-MM-dd`) by a pattern of UTS #35; a value that is no day, or a pattern with a fault, leaves it as it is. */
export function formatDay(day: string, pattern: string): string {
  const read = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day);
  const items = readItems(pattern);
  if (!read || !Array.isArray(items)) return day;
  const date = new Date(Date.UTC(Number(read[1]), Number(read[2]) - 1, Number(read[3])));
  return items.map((item) => (item.kind === 'text' ? item.text : writeField(date, item))).join('');
}

function writeField(date: Date, { letter, width }: { letter: string; width: number }): string {
  const year = date.getUTCFullYear();
  const month = date.getUTCMonth();
  const weekday = date.getUTCDay();
  const padded = (number: number) => String(number).padStart(width, '0');
  switch (letter) {
    case 'y':
    case 'u':
      return letter === 'y' && width === 2 ? String(year % 100).padStart(2, '0') : padded(year);
    case 'Y': {
      const weekYear = isoWeek(date).year;
      return width === 2 ? String(weekYear % 100).padStart(2, '0') : padded(weekYear);
    }
    case 'Q':
    case 'q':
      return width < 3 ? padded(Math.floor(month / 3) + 1) : `Q${Math.floor(month / 3) + 1}`;
    case 'M':
    case 'L':
      return width < 3 ? padded(month + 1) : cutWord(MONTHS[month]!, width);
    case 'w':
      return padded(isoWeek(date).week);
    case 'd':
      return padded(date.getUTCDate());
    case 'D':
      return padded(Math.floor((date.getTime() - Date.UTC(year, 0, 1)) / 86_400_000) + 1);
    default:
      // `E` is a word at every width; `e` and `c` are the number of the day (Monday first, ISO 8601) below three letters.
      return letter !== 'E' && width < 3
        ? padded(((weekday + 6) % 7) + 1)
        : cutWord(WEEKDAYS[weekday]!, width);
  }
}

/** UTS #35: three letters or fewer are the abbreviated word, four the whole, five the single letter. */
function cutWord(word: string, width: number): string {
  return width === 4 ? word : word.slice(0, width === 5 ? 1 : 3);
}

/** The week of ISO 8601: it belongs to the year in which its Thursday lies. */
function isoWeek(date: Date): { week: number; year: number } {
  const thursday = new Date(date.getTime() + (3 - ((date.getUTCDay() + 6) % 7)) * 86_400_000);
  const year = thursday.getUTCFullYear();
  return { year, week: Math.floor((thursday.getTime() - Date.UTC(year, 0, 1)) / (7 * 86_400_000)) + 1 };
}
