import { isPlainlyHeading, plainHeading, readHeading, type Heading, type NameOrder } from './headings';

/**
 * What a column of a list can hold. `name` is a whole name in one field; `particle` what stands before a last name in a column
 * of its own; `middle` and `suffix` more of the first and the last name; `ignore` is anything else.
 */
export const columnMeanings = [
  'last',
  'first',
  'called',
  'name',
  'email',
  'username',
  'number',
  'period',
  'middle',
  'particle',
  'suffix',
  'ignore',
] as const;
export type ColumnMeaning = (typeof columnMeanings)[number];

/** An address as far as a list can tell: one @, something before it, a dot in what comes after. */
const EMAIL = /^[^\s@,;<>()"]+@[^\s@,;<>()"]+\.[^\s@.,;<>()"]+$/u;

/** Whether a text can be an e-mail address. Only sending can tell whether it is one. */
export function looksLikeEmail(text: string): boolean {
  return text.length <= 254 && EMAIL.test(text);
}

/** The address in a cell: out of `mailto:`, angle brackets and what a list of addresses leaves behind it. */
export function addressIn(cell: string): string {
  const inside = /<([^<>]*@[^<>]*)>/.exec(cell)?.[1] ?? cell;
  return inside
    .trim()
    .replace(/^mailto:/i, '')
    .replace(/[;,.]+$/, '');
}

export interface RecognisedColumns {
  columns: ColumnMeaning[];
  /** Where the headings stand, from 0; what is above them is a title. -1 where there are none. */
  headingRow: number;
  /** How whole names are written, where a heading says so. */
  order: NameOrder | null;
  /** Whether first and last name were told apart by nothing but where they stand. */
  isGuess: boolean;
  /** Whether enough is known to read people: a name, or an address. */
  enough: boolean;
}

/** Rows at the top among which the headings are looked for: above them stand a title, a date, a teacher. */
const LOOKED_AT = 12;

/** Where a list's headings and its people begin, as far as somebody said so: rows from 0, `headings` -1 for none. */
export interface SaidRows {
  headings: number | null;
  first: number | null;
}

/** Tells what each column of a list holds: by its headings, in any of some twenty languages, else by what stands in it. */
export function recogniseColumns(
  rows: readonly string[][],
  said: SaidRows = { headings: null, first: null },
): RecognisedColumns {
  const width = Math.max(0, ...rows.map((row) => row.length));
  const headingRow = said.headings ?? findHeadings(rows);
  const body = rows.slice(said.first ?? headingRow + 1);
  if (headingRow < 0) {
    const guessed = guessByContent(body, width);
    return { ...guessed, headingRow, order: null, enough: canReadPeople(guessed.columns) };
  }
  const read = Array.from({ length: width }, (_, i) => readHeading(rows[headingRow]![i] ?? ''));
  const columns = read.map((heading, i): ColumnMeaning => {
    const meaning = heading?.meaning ?? 'ignore';
    if (meaning !== 'running' && meaning !== 'number') return meaning;
    const cells = columnOf(body, i);
    // 'No.' is the number of the row in one list and the student's in another.
    if (isRunning(cells)) return 'ignore';
    return meaning === 'number' || cells.some((cell) => NUMBER.test(cell)) ? 'number' : 'ignore';
  });
  const order = read.find((heading) => heading?.meaning === 'name')?.order ?? null;
  const { settled, isGuess } = settle(columns, read, body);
  return {
    columns: settled,
    headingRow,
    order,
    isGuess,
    enough: canReadPeople(settled),
  };
}

/** Whether columns with these meanings tell who somebody is. */
export function canReadPeople(columns: readonly ColumnMeaning[]): boolean {
  return (['name', 'last', 'first', 'email', 'number', 'username'] as const).some((meaning) =>
    columns.includes(meaning),
  );
}

/** The row that says most of what columns hold, and nothing that a person's row says; -1 where there is none. */
function findHeadings(rows: readonly string[][]): number {
  let best = -1;
  let most = 0;
  rows.slice(0, LOOKED_AT).forEach((row, i) => {
    const cells = row.filter((cell) => cell !== '');
    if (cells.some((cell) => looksLikeEmail(addressIn(cell)))) return;
    const known = cells.filter((cell) => readHeading(cell) !== null).length;
    // One known word among others can be somebody's name, unless the row is the first one.
    const isHeadings =
      known >= 2 || (known === 1 && (cells.length === 1 || (i === 0 && cells.some(isPlainlyHeading))));
    if (isHeadings && known > most) [best, most] = [i, known];
  });
  return best;
}

const columnOf = (rows: readonly string[][], i: number) =>
  rows.map((row) => row[i] ?? '').filter((cell) => cell !== '');

/** 1, 2, 3 …: the number of the row and nobody's own. */
function isRunning(cells: readonly string[]): boolean {
  const numbers = cells.map((cell) => Number(/^(\d+)[.)]?$/.exec(cell)?.[1] ?? NaN));
  return numbers.length >= 2 && numbers.every((number, i) => number === numbers[0]! + i) && numbers[0]! <= 1;
}

interface Settled {
  settled: ColumnMeaning[];
  /** Whether somebody has to say which column is the name. */
  isGuess: boolean;
}

/** One meaning belongs to one column; a name that stands in several is told apart from a name that is written twice. */
function settle(
  columns: readonly ColumnMeaning[],
  headings: readonly (Heading | null)[],
  body: readonly string[][],
): Settled {
  const halves = nameTheHalves(columns, body);
  const settled = [...halves];
  let isGuess = false;
  for (const meaning of columnMeanings) {
    if (meaning === 'ignore' || meaning === 'middle') continue;
    const all = halves.flatMap((found, i) => (found === meaning ? [i] : []));
    const plainest = all.toSorted((a, b) => headings[a]!.rank - headings[b]!.rank);
    const kept = meaning === 'period' ? plainest[0]! : all[0]!;
    for (const i of all) {
      const makesItTogether = headings[i]!.isPart && (meaning === 'last' || meaning === 'first');
      if (i === kept || makesItTogether) continue;
      settled[i] = 'ignore';
      // Two columns of first names that differ: which of them the name is, the list does not say.
      const isName = meaning === 'last' || meaning === 'first' || meaning === 'name';
      if (isName && body.some((row) => differ(row[kept], row[i]))) isGuess = true;
    }
  }
  // First names alone are half of what a roster is sorted by: the other half may stand in a column nobody knew.
  const isHalf = settled.includes('first') && !settled.includes('last') && !settled.includes('name');
  return { settled, isGuess: isGuess || isHalf };
}

const differ = (a: string | undefined, b: string | undefined) =>
  Boolean(b) && plainHeading(a ?? '') !== plainHeading(b ?? '');

/** 'Name' beside one half of a name is the other half; beside what somebody is called it is whole, or the last name alone. */
function nameTheHalves(columns: readonly ColumnMeaning[], body: readonly string[][]): ColumnMeaning[] {
  const has = (meaning: ColumnMeaning) => columns.includes(meaning);
  const isLast = has('called') && !isWholeNames(body, columns.indexOf('name'));
  const whole: ColumnMeaning = has('last')
    ? has('first')
      ? 'ignore'
      : 'first'
    : has('first') || isLast
      ? 'last'
      : 'name';
  return columns.map((meaning) => (meaning === 'name' ? whole : meaning));
}

/** Whether most cells of a column hold more than one word. */
function isWholeNames(rows: readonly string[][], i: number): boolean {
  const cells = columnOf(rows, i);
  return cells.filter((cell) => /[\s,，]/u.test(cell)).length * 2 > cells.length;
}

const PERIOD = /^(?:period|hour|block|per\.?|p|stunde|hora|heure|ora|uur)?\s*\d{1,2}(?:st|nd|rd|th)?$/i;
const NUMBER = /^[A-Z]{0,3}-?\d{4,}$/i;
const WORD_AND_NUMBER = /\p{L}{2}.*\d|\d.*\p{L}{2}/u;
const NAME = /^[\p{L}\p{M}][\p{L}\p{M}\s.,'’`\-()"“”]*$/u;

function guessByContent(
  rows: readonly string[][],
  width: number,
): Pick<RecognisedColumns, 'columns' | 'isGuess'> {
  // A line of its own in a table is a title, or says which period follows.
  const people = width > 1 ? rows.filter((row) => row.filter(Boolean).length > 1) : rows;
  const columns = Array.from({ length: width }, (_, i): ColumnMeaning => {
    const cells = columnOf(people, i);
    const most = (is: (cell: string) => boolean) => cells.filter(is).length * 2 > cells.length;
    if (cells.length === 0 || isRunning(cells)) return 'ignore';
    if (cells.some((cell) => looksLikeEmail(addressIn(cell)))) return 'email';
    if (most((cell) => PERIOD.test(cell))) return 'period';
    if (most((cell) => NUMBER.test(cell)) && new Set(cells).size === cells.length) return 'number';
    return most((cell) => NAME.test(cell)) ? 'name' : 'ignore';
  });
  const names = columns.flatMap((meaning, i) => (meaning === 'name' ? [i] : []));
  const others = columns.flatMap((meaning, i) => (meaning === 'ignore' ? [i] : []));
  // Part of the name may stand in a column that is none of what is known: '100234 Lee' beside 'Sam'.
  if (names.length === 1)
    return {
      columns,
      isGuess:
        !isWholeNames(rows, names[0]!) &&
        others.some((i) => columnOf(rows, i).some((cell) => WORD_AND_NUMBER.test(cell))),
    };
  const once = keepFirst(columns);
  if (names.length === 0 && others.length === 1 && once.includes('email')) once[others[0]!] = 'name';
  if (names.length !== 2) {
    // Which of several columns of words are names, somebody has to say.
    for (const i of names) once[i] = 'ignore';
    return { columns: names.length === 0 ? once : withoutAddress(once), isGuess: false };
  }
  const [left, right] = names as [number, number];
  const whose = orderOf(rows, left, right, once.indexOf('email'));
  once[left] = whose === 'first last' ? 'first' : 'last';
  once[right] = whose === 'first last' ? 'last' : 'first';
  return { columns: once, isGuess: whose === null };
}

/** Without a name an address alone would be taken for enough, though the list has names in it. */
const withoutAddress = (columns: ColumnMeaning[]) =>
  columns.map((meaning): ColumnMeaning => (meaning === 'email' ? 'ignore' : meaning));

function keepFirst(columns: readonly ColumnMeaning[]): ColumnMeaning[] {
  const used = new Set<ColumnMeaning>();
  return columns.map((meaning) => {
    if (meaning !== 'name' && meaning !== 'ignore' && used.has(meaning)) return 'ignore';
    used.add(meaning);
    return meaning;
  });
}

/** Two columns of names without headings: which is the last name, by capitals or by the addresses; null where neither tells. */
function orderOf(rows: readonly string[][], left: number, right: number, email: number): NameOrder | null {
  const pairs = rows
    .map((row) => ({ a: row[left] ?? '', b: row[right] ?? '', address: addressIn(row[email] ?? '') }))
    .filter(({ a, b }) => a !== '' && b !== '');
  const all = (is: (pair: (typeof pairs)[number]) => boolean) => pairs.length > 0 && pairs.every(is);
  if (all(({ a }) => isCapitals(a)) && pairs.some(({ b }) => !isCapitals(b))) return 'last first';
  if (all(({ b }) => isCapitals(b)) && pairs.some(({ a }) => !isCapitals(a))) return 'first last';
  const fits = (lastOf: 'a' | 'b') =>
    pairs.filter((pair) => isAddressOf(pair.address, pair[lastOf], pair[lastOf === 'a' ? 'b' : 'a'])).length;
  const [byLeft, byRight] = [fits('a'), fits('b')];
  if (byLeft * 2 > pairs.length && byLeft > byRight * 2) return 'last first';
  if (byRight * 2 > pairs.length && byRight > byLeft * 2) return 'first last';
  return null;
}

/** Whether an address is made of somebody's names as schools make them: initial and last name, or first and last name. */
function isAddressOf(address: string, last: string, first: string): boolean {
  const local = plainHeading(address.split('@')[0] ?? '').replace(/\d+$/, '');
  const [l, f] = [plainHeading(last), plainHeading(first)];
  if (l === '' || f === '' || local === '') return false;
  return [`${f[0]!}${l}`, `${f}${l}`, `${l}${f[0]!}`].includes(local);
}

/** Whether every word is in capitals, and one of them has two letters. */
export function isCapitals(text: string): boolean {
  return /\p{Lu}\p{M}*[\p{Lu}’'-]/u.test(text) && text === text.toUpperCase() && text !== text.toLowerCase();
}
