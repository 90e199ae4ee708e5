/** What a column of a list can hold. `name` is a whole name in one field; `ignore` is anything else. */
export const columnMeanings = [
  'last',
  'first',
  'called',
  'name',
  'email',
  'username',
  'number',
  'period',
  'ignore',
] as const;
export type ColumnMeaning = (typeof columnMeanings)[number];

/** Headings as offices write them, letters and digits only, lower case (common practice, no source). */
const headings: Record<Exclude<ColumnMeaning, 'ignore'>, readonly string[]> = {
  last: ['last', 'lastname', 'surname', 'familyname', 'family', 'nachname', 'apellido', 'apellidos', 'nom'],
  first: ['first', 'firstname', 'givenname', 'given', 'forename', 'vorname', 'nombre', 'prenom'],
  called: [
    'called',
    'calledby',
    'preferred',
    'preferredname',
    'preferredfirstname',
    'nickname',
    'goesby',
    'knownas',
  ],
  name: ['name', 'fullname', 'student', 'studentname', 'pupil', 'learner', 'lastfirst', 'lastnamefirstname'],
  email: ['email', 'emailaddress', 'mail', 'studentemail', 'schoolemail', 'address'],
  username: ['username', 'user', 'login', 'userid', 'account', 'loginid'],
  number: ['number', 'studentnumber', 'studentid', 'id', 'localid', 'schoolid', 'no', 'idnumber'],
  period: ['period', 'hour', 'block', 'section', 'class', 'per', 'hr', 'group'],
};

const plain = (text: string) =>
  text
    .normalize('NFD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');

/** An address as far as a list can tell: one @, something before it, a dot in what comes after. */
const EMAIL = /^[^\s@,;<>()"]+@[^\s@,;<>()"]+\.[^\s@.,;<>()"]+$/u;

/** Whether a text can be an e-mail address. Only sending can tell whether it is one. */
export function looksLikeEmail(text: string): boolean {
  return text.length <= 254 && EMAIL.test(text);
}

export interface RecognisedColumns {
  columns: ColumnMeaning[];
  /** Whether the first row is headings and not a person. */
  hasHeadings: boolean;
  /** Whether enough is known to read people: a whole name, or a last or first name. */
  enough: boolean;
}

/**
 * Tells what each column of a list holds, by the headings in its first row; without headings, only an
 * e-mail address is recognised by itself and the rest is to be chosen by hand.
 */
export function recogniseColumns(rows: readonly string[][]): RecognisedColumns {
  const width = Math.max(0, ...rows.map((row) => row.length));
  const first = rows[0] ?? [];
  const used = new Set<ColumnMeaning>();
  const byHeading = Array.from({ length: width }, (_, i): ColumnMeaning => {
    const meaning = meaningOf(first[i] ?? '');
    if (meaning === 'ignore' || used.has(meaning)) return 'ignore';
    used.add(meaning);
    return meaning;
  });
  const hasHeadings = used.size > 0 && !first.some(looksLikeEmail);
  const columns = hasHeadings ? byHeading : guessByContent(rows, width);
  return { columns, hasHeadings, enough: canReadPeople(columns) };
}

/** Whether columns with these meanings tell who somebody is. */
export function canReadPeople(columns: readonly ColumnMeaning[]): boolean {
  return columns.includes('name') || columns.includes('last') || columns.includes('first');
}

function meaningOf(heading: string): ColumnMeaning {
  const word = plain(heading);
  for (const meaning of columnMeanings) {
    if (meaning !== 'ignore' && headings[meaning].includes(word)) return meaning;
  }
  return 'ignore';
}

function guessByContent(rows: readonly string[][], width: number): ColumnMeaning[] {
  const isEmail = Array.from({ length: width }, (_, i) => rows.some((row) => looksLikeEmail(row[i] ?? '')));
  const columns = isEmail.map((email): ColumnMeaning => (email ? 'email' : 'ignore'));
  // One column of words beside the address can only be the name.
  const others = columns.flatMap((meaning, i) => (meaning === 'ignore' ? [i] : []));
  if (others.length === 1) columns[others[0]!] = 'name';
  return columns;
}
