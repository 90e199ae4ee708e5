import { groupBy } from '../groupBy';
import type { PeriodId, PersonId } from '../ids';
import { nameKey } from '../text/nameKey';
import { NameIndex, areAlike, plainName, type PlainName } from './areAlike';
import type { NameOrder } from './headings';
import { saysLeft } from './notPeople';
import { readPerson } from './readPerson';
import type { ColumnMeaning } from './recogniseColumns';

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
  /** Whether they sat there and have left. */
  left: boolean;
  isStudent: boolean;
}

export interface PeriodChoice {
  id: PeriodId;
  number: number;
  label: string;
}

export type RowReason =
  | 'no-name'
  /** A row of sums, or of no letters. */
  | 'not-a-person'
  | 'bad-email'
  | 'email-of-staff'
  | 'no-period'
  | 'unknown-period'
  | 'twice-in-list'
  | 'other-period'
  | 'name-cut-by-guess'
  /** The list has no names: it was made out of the address. */
  | 'name-from-address'
  /** Digits or signs that no name has. */
  | 'odd-name'
  /** One word in a row of nothing else: a remark, or somebody with one name. */
  | 'one-word'
  /** Another column says that they have left. */
  | 'said-to-have-left'
  | 'same-name-here'
  | 'same-name-in-school'
  | 'like-somebody-here'
  | 'like-somebody-in-school'
  | 'like-another-row'
  | 'name-differs'
  | 'left-before'
  | 'no-email'
  | 'too-long';

/** What becomes of a row. `new name`: somebody here, under another name than before. */
export const rowOutcomes = [
  'new',
  'comes back',
  'moves',
  'new name',
  'already there',
  'doubtful',
  'wrong',
] as const;
export type RowOutcome = (typeof rowOutcomes)[number];

/** What will become of one row of a list, and why. */
export interface JudgedRow {
  /** The line of the source, from 1. */
  line: number;
  person: ListedPerson;
  period: PeriodId | null;
  /** What the row says of the period, as it is written. */
  periodWritten: string;
  outcome: RowOutcome;
  reasons: RowReason[];
  /** The person of the school whom the row means, where that is known. */
  known: PersonId | null;
  /** Of a doubtful row: whom it may mean; somebody has to say. */
  candidates: PersonId[];
}

export interface JudgeOptions {
  columns: readonly ColumnMeaning[];
  /** Where a row goes that names no period of its own. */
  period: PeriodId | null;
  periods: readonly PeriodChoice[];
  known: readonly KnownPerson[];
  /** How whole names are written, where the list says so. */
  order?: NameOrder | null;
  /** Whether first and last name were told apart by nothing but where they stand. */
  isGuess?: boolean;
  /** Whether the list is one of addresses, of which some have a name. */
  isAddressList?: boolean;
}

const WRONG: readonly RowReason[] = [
  'no-name',
  'not-a-person',
  'bad-email',
  'email-of-staff',
  'no-period',
  'unknown-period',
  'twice-in-list',
  'too-long',
];
const DOUBTFUL: readonly RowReason[] = [
  'name-cut-by-guess',
  'name-from-address',
  'odd-name',
  'one-word',
  'said-to-have-left',
  'same-name-here',
  'same-name-in-school',
  'like-somebody-here',
  'like-somebody-in-school',
  'like-another-row',
];

/** Judges every row of a list against the roster: who joins, comes back, moves, has a new name, is there already, is doubtful or wrong, and why. Writes nothing. */
export function judgeRows(
  rows: readonly { line: number; cells: readonly string[] }[],
  options: JudgeOptions,
): JudgedRow[] {
  const index = indexPeople(options.known);
  const inList: ListSoFar = { keys: new Set(), people: [] };
  const hasCommas = areWrittenWithCommas(rows, options.columns);
  return rows.map(({ line, cells }) => judgeRow(line, cells, { ...options, hasCommas }, index, inList));
}

/** Whether most whole names of a list are `Last, First`: one among them that is not may be a title, or nobody's. */
function areWrittenWithCommas(
  rows: readonly { cells: readonly string[] }[],
  columns: readonly ColumnMeaning[],
): boolean {
  const names = rows.map(({ cells }) => cells[columns.indexOf('name')] ?? '').filter(Boolean);
  return names.filter((name) => /[,，]/u.test(name)).length * 2 > names.length;
}

/**
 * Who sits in the course, or in one period of it, and is meant by no row: they leave when the list is all there are.
 * A candidate of a doubtful row is not among them, since the row may mean them.
 */
export function findLeavers(
  rows: readonly JudgedRow[],
  known: readonly KnownPerson[],
  period: PeriodId | null,
): PersonId[] {
  const meant = new Set(rows.flatMap((row) => (row.known ? [row.known] : row.candidates)));
  return known
    .filter((person) => person.period !== null && !person.left)
    .filter((person) => period === null || person.period === period)
    .filter((person) => !meant.has(person.id))
    .map((person) => person.id);
}

interface PeopleIndex {
  byEmail: Map<string, KnownPerson>;
  byNumber: Map<string, KnownPerson>;
  byUsername: Map<string, KnownPerson>;
  /** Who sits here under exactly this name. */
  here: Map<string, KnownPerson[]>;
  names: NameIndex<KnownPerson>;
}

interface ListSoFar {
  keys: Set<string>;
  people: { person: ListedPerson; plain: PlainName }[];
}

const nameOf = (person: Pick<ListedPerson, 'last' | 'first'>) =>
  nameKey(`${person.last}\u0000${person.first}`);

function indexPeople(known: readonly KnownPerson[]): PeopleIndex {
  const index: PeopleIndex = {
    byEmail: new Map(),
    byNumber: new Map(),
    byUsername: new Map(),
    here: groupBy(
      known.filter(({ period, left }) => period !== null && !left),
      nameOf,
    ),
    names: new NameIndex(known),
  };
  for (const person of known) {
    if (person.username) index.byUsername.set(nameKey(person.username), person);
    if (person.email) index.byEmail.set(nameKey(person.email), person);
    if (person.number) index.byNumber.set(person.number, person);
  }
  return index;
}

/** Somebody who alone here has exactly the name of a row that says nothing else of who it is. */
function theOnlyOne(index: PeopleIndex, person: ListedPerson): KnownPerson | null {
  if (person.email || person.number || person.username || !person.last || !person.first) return null;
  const same = index.here.get(nameOf(person)) ?? [];
  return same.length === 1 ? same[0]! : null;
}

function forget(reasons: RowReason[], which: readonly RowReason[]): void {
  for (const reason of which) {
    const at = reasons.indexOf(reason);
    if (at >= 0) reasons.splice(at, 1);
  }
}

function judgeRow(
  line: number,
  cells: readonly string[],
  options: JudgeOptions & { hasCommas: boolean },
  index: PeopleIndex,
  inList: ListSoFar,
): JudgedRow {
  const cell = cellsOf(cells, options.columns);
  const reasons: RowReason[] = [];
  const read = readPerson(cell, reasons, options);
  if (isOneWord(cells, options.columns)) reasons.push('one-word');
  if (cells.some((text, i) => options.columns[i] === 'ignore' && saysLeft(text)))
    reasons.push('said-to-have-left');
  const known =
    (read.email && index.byEmail.get(nameKey(read.email))) ||
    (read.number && index.byNumber.get(read.number)) ||
    (read.username && index.byUsername.get(nameKey(read.username))) ||
    theOnlyOne(index, read) ||
    null;
  // Who is known by their address alone keeps the name that they have.
  const person =
    known && read.last === ''
      ? { ...read, last: known.last, first: known.first, called: known.called }
      : read;
  const plain = plainName(person);
  // A name that was made out of an address says nothing of whom it signs in; and whoever is known needs no name.
  const { columns } = options;
  const tellsNames = columns.includes('name') || (columns.includes('last') && columns.includes('first'));
  const hasName = tellsNames && !reasons.includes('name-from-address');
  if (known) forget(reasons, ['name-from-address', 'no-name']);
  const period = findPeriod(cell('period'), options, known, reasons);
  let candidates: PersonId[] = [];
  if (known && !known.isStudent) reasons.push('email-of-staff');
  else if (known) compareWithKnown(known, person, period, hasName && read.last !== '', reasons);
  else candidates = lookForAlike(index, person, plain, reasons);

  // Of a row of sums nothing else is to be said.
  if (reasons.includes('not-a-person')) forget(reasons, ['no-email', 'no-period']);

  // Two people may share a name; with the same address, or with none to tell them apart, it is one row twice.
  const key = nameKey(
    person.email ||
      person.number ||
      person.username ||
      `${person.last}\u0000${person.first}\u0000${period ?? ''}`,
  );
  if (inList.keys.has(key)) reasons.push('twice-in-list');
  else if (!known && inList.people.some((other) => mayBeOne(other, { person, plain })))
    reasons.push('like-another-row');
  inList.keys.add(key);
  inList.people.push({ person, plain });

  return {
    line,
    person,
    period,
    periodWritten: cell('period'),
    reasons,
    outcome: outcomeOf(reasons, known, period),
    known: known?.id ?? null,
    candidates,
  };
}

/** Whether a row of a table that has more to say of people says one word. */
const isOneWord = (cells: readonly string[], columns: readonly ColumnMeaning[]) =>
  columns.filter((meaning) => meaning !== 'ignore' && meaning !== 'period').length > 1 &&
  cells.filter(Boolean).length === 1 &&
  !cells.some((cell) => /[\s@]/u.test(cell));

/** Two rows of one list that nothing but a slightly different name tells apart. */
function mayBeOne(a: ListSoFar['people'][number], b: ListSoFar['people'][number]): boolean {
  const isToldApart = (['email', 'number', 'username'] as const).some(
    (field) => a.person[field] && b.person[field],
  );
  return !isToldApart && areAlike(a.plain, b.plain);
}

/** What a row says under a meaning; a last or a first name may stand in several columns. */
function cellsOf(cells: readonly string[], columns: readonly ColumnMeaning[]) {
  return (meaning: ColumnMeaning) =>
    columns.flatMap((known, i) => (known === meaning && cells[i] ? [cells[i]] : [])).join(' ');
}

/** The number in what a cell says of a period; null where it has none. */
export function periodNumberIn(written: string): number | null {
  const digits = /\d+/.exec(written)?.[0];
  return digits === undefined ? null : Number(digits);
}

/** The period that a cell names: by its label, else by its number. */
export function periodNamed(written: string, periods: readonly PeriodChoice[]): PeriodChoice | undefined {
  const label = nameKey(written);
  const number = periodNumberIn(written);
  return (
    periods.find((period) => nameKey(period.label) === label) ??
    periods.find((period) => period.number === number)
  );
}

/** Where a row's person goes. Who sits here already needs no period: without one they stay where they are. */
function findPeriod(
  written: string,
  options: JudgeOptions,
  known: KnownPerson | null,
  reasons: RowReason[],
): PeriodId | null {
  if (written === '') {
    const period = options.period ?? (known && !known.left ? known.period : null);
    if (period === null) reasons.push('no-period');
    return period;
  }
  const found = periodNamed(written, options.periods);
  if (!found) reasons.push('unknown-period');
  return found?.id ?? null;
}

function compareWithKnown(
  known: KnownPerson,
  person: ListedPerson,
  period: PeriodId | null,
  hasName: boolean,
  reasons: RowReason[],
): void {
  if (known.left) reasons.push('left-before');
  if (known.period !== null && period !== null && known.period !== period) reasons.push('other-period');
  // A list of half a name, or of none, says nothing of a new one.
  if (hasName && nameOf(known) !== nameOf(person)) reasons.push('name-differs');
}

/** Looks for students whose name this may be. With another address it is most likely another person, but only somebody who knows both can say. */
function lookForAlike(
  index: PeopleIndex,
  person: ListedPerson,
  plain: PlainName,
  reasons: RowReason[],
): PersonId[] {
  if (!person.last) return [];
  const name = nameOf(person);
  // In a whole school many names are alike: only the same name, or one that no address tells apart, is asked about.
  const isWorthAsking = (known: KnownPerson) =>
    known.isStudent && (known.period !== null || !known.email || !person.email || nameOf(known) === name);
  const alike = index.names.alike(plain, isWorthAsking);
  if (alike.length === 0) return [];
  const here = alike.filter((known) => known.period !== null);
  const asked = here.length > 0 ? here : alike;
  const isSame = asked.some((known) => nameOf(known) === name);
  reasons.push(
    here.length > 0
      ? isSame
        ? 'same-name-here'
        : 'like-somebody-here'
      : isSame
        ? 'same-name-in-school'
        : 'like-somebody-in-school',
  );
  return asked.map((known) => known.id);
}

function outcomeOf(
  reasons: readonly RowReason[],
  known: KnownPerson | null,
  period: PeriodId | null,
): RowOutcome {
  const has = (list: readonly RowReason[]) => reasons.some((reason) => list.includes(reason));
  if (has(WRONG)) return 'wrong';
  if (known && known.period !== null && period !== null) {
    if (known.left) return 'comes back';
    if (known.period !== period) return 'moves';
    // A name that was cut by a guess is no reason to change one that is known.
    return has(['name-differs']) && !has(['name-cut-by-guess']) ? 'new name' : 'already there';
  }
  return has(DOUBTFUL) ? 'doubtful' : 'new';
}
