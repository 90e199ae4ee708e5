import type { PeriodId, PersonId } from '../ids';
import { nameKey } from '../naming/makeLegal';
import { looksLikeEmail, type ColumnMeaning } from './recogniseColumns';
import { splitPersonName } from './splitPersonName';

/** A person as a list tells of them. Empty text where the list says nothing. */
export interface ListedPerson {
  last: string;
  first: string;
  called: string;
  email: string;
  username: string;
  number: string;
}

/** Somebody the school already knows. */
export interface KnownPerson extends ListedPerson {
  id: PersonId;
  /** Where they sit in this course; null when they are not in it. */
  period: PeriodId | null;
  isStudent: boolean;
}

export interface PeriodChoice {
  id: PeriodId;
  number: number;
  label: string;
}

export type RowReason =
  | 'no-name'
  | 'bad-email'
  | 'email-of-staff'
  | 'no-period'
  | 'unknown-period'
  | 'twice-in-list'
  | 'other-period'
  | 'name-cut-by-guess'
  | 'same-name-here'
  | 'same-name-in-school'
  | 'name-differs'
  | 'no-email'
  | 'too-long';

export type Fate = 'new' | 'already there' | 'doubtful' | 'wrong';

/** What will become of one row of a list, and why. */
export interface JudgedRow {
  /** The line of the source, from 1. */
  line: number;
  person: ListedPerson;
  period: PeriodId | null;
  fate: Fate;
  reasons: RowReason[];
  /** The person of the school whom the row means, where that is known. */
  known: PersonId | null;
}

export interface JudgeOptions {
  columns: readonly ColumnMeaning[];
  /** Where a row goes that names no period of its own. */
  period: PeriodId | null;
  periods: readonly PeriodChoice[];
  known: readonly KnownPerson[];
}

/** Longest text taken for one field of a person, in UTF-16 units. */
export const LONGEST_FIELD = 120;

const WRONG: readonly RowReason[] = [
  'no-name',
  'bad-email',
  'email-of-staff',
  'no-period',
  'unknown-period',
  'twice-in-list',
  'other-period',
  'too-long',
];
const DOUBTFUL: readonly RowReason[] = [
  'name-cut-by-guess',
  'same-name-here',
  'same-name-in-school',
  'name-differs',
];

/** Judges every row of a list against the roster: who is new, already there, doubtful or wrong, and why. Writes nothing. */
export function judgeRows(
  rows: readonly { line: number; cells: readonly string[] }[],
  options: JudgeOptions,
): JudgedRow[] {
  const index = indexPeople(options.known);
  const inList = new Set<string>();
  return rows.map(({ line, cells }) => judgeRow(line, cells, options, index, inList));
}

interface PeopleIndex {
  byEmail: Map<string, KnownPerson>;
  byNumber: Map<string, KnownPerson>;
  byName: Map<string, KnownPerson[]>;
}

const nameOf = (person: Pick<ListedPerson, 'last' | 'first'>) =>
  nameKey(`${person.last}\u0000${person.first}`);

function indexPeople(known: readonly KnownPerson[]): PeopleIndex {
  const index: PeopleIndex = { byEmail: new Map(), byNumber: new Map(), byName: new Map() };
  for (const person of known) {
    if (person.email) index.byEmail.set(nameKey(person.email), person);
    if (person.number) index.byNumber.set(person.number, person);
    index.byName.set(nameOf(person), [...(index.byName.get(nameOf(person)) ?? []), person]);
  }
  return index;
}

function judgeRow(
  line: number,
  cells: readonly string[],
  options: JudgeOptions,
  index: PeopleIndex,
  inList: Set<string>,
): JudgedRow {
  const cell = (meaning: ColumnMeaning) => cells[options.columns.indexOf(meaning)] ?? '';
  const reasons: RowReason[] = [];
  const person = readPerson(cell, reasons);

  const period = findPeriod(cell('period'), options, reasons);
  const known =
    (person.email && index.byEmail.get(nameKey(person.email))) ||
    (person.number && index.byNumber.get(person.number)) ||
    null;
  if (known && !known.isStudent) reasons.push('email-of-staff');
  else if (known) compareWithKnown(known, person, period, reasons);
  else lookForNamesakes(index.byName.get(nameOf(person)) ?? [], person, reasons);

  // Two people may share a name; with the same address, or with none to tell them apart, it is one row twice.
  const key = nameKey(
    person.email || person.number || `${person.last}\u0000${person.first}\u0000${period ?? ''}`,
  );
  if (inList.has(key)) reasons.push('twice-in-list');
  inList.add(key);

  return { line, person, period, reasons, fate: fateOf(reasons, known, period), known: known?.id ?? null };
}

function readPerson(cell: (meaning: ColumnMeaning) => string, reasons: RowReason[]): ListedPerson {
  const whole = cell('name');
  let last = cell('last');
  let first = cell('first');
  if (whole && !last && !first) {
    const cut = splitPersonName(whole);
    ({ last, first } = cut);
    if (!cut.sure) reasons.push('name-cut-by-guess');
  } else if (!last) {
    // A single name is kept where names are sorted.
    last = first;
    first = '';
  }
  const person = {
    last,
    first,
    called: cell('called'),
    email: cell('email'),
    username: cell('username'),
    number: cell('number'),
  };
  if (!last) reasons.push('no-name');
  if (person.email && !looksLikeEmail(person.email)) reasons.push('bad-email');
  if (!person.email) reasons.push('no-email');
  if (Object.values(person).some((field) => field.length > LONGEST_FIELD)) reasons.push('too-long');
  return person;
}

function findPeriod(written: string, options: JudgeOptions, reasons: RowReason[]): PeriodId | null {
  if (written === '') {
    if (options.period === null) reasons.push('no-period');
    return options.period;
  }
  const label = nameKey(written);
  const number = /\d+/.exec(written)?.[0];
  const found =
    options.periods.find((period) => nameKey(period.label) === label) ??
    options.periods.find((period) => number !== undefined && period.number === Number(number));
  if (!found) reasons.push('unknown-period');
  return found?.id ?? null;
}

function compareWithKnown(
  known: KnownPerson,
  person: ListedPerson,
  period: PeriodId | null,
  reasons: RowReason[],
): void {
  if (known.period !== null && period !== null && known.period !== period) reasons.push('other-period');
  if (nameOf(known) !== nameOf(person)) reasons.push('name-differs');
}

function lookForNamesakes(
  namesakes: readonly KnownPerson[],
  person: ListedPerson,
  reasons: RowReason[],
): void {
  // A namesake with another address is most likely another person, but only somebody who knows both can say.
  const students = namesakes.filter((known) => known.isStudent);
  if (students.some((known) => known.period !== null)) reasons.push('same-name-here');
  else if (students.length > 0 && person.last) reasons.push('same-name-in-school');
}

function fateOf(reasons: readonly RowReason[], known: KnownPerson | null, period: PeriodId | null): Fate {
  if (reasons.some((reason) => WRONG.includes(reason))) return 'wrong';
  if (known && known.period !== null && known.period === period) return 'already there';
  return reasons.some((reason) => DOUBTFUL.includes(reason)) ? 'doubtful' : 'new';
}
