import type { PeriodId, PersonId } from '../ids';
import { nameKey } from '../naming/makeLegal';
import { NameIndex, areAlike, plainName, type PlainName } from './areAlike';
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
  | 'bad-email'
  | 'email-of-staff'
  | 'no-period'
  | 'unknown-period'
  | 'twice-in-list'
  | 'other-period'
  | 'name-cut-by-guess'
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
export const fates = [
  'new',
  'comes back',
  'moves',
  'new name',
  'already there',
  'doubtful',
  'wrong',
] as const;
export type Fate = (typeof fates)[number];

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
  /** Of a doubtful row: whom it may mean; somebody has to say. */
  candidates: PersonId[];
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
  'too-long',
];
const DOUBTFUL: readonly RowReason[] = [
  'name-cut-by-guess',
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
  return rows.map(({ line, cells }) => judgeRow(line, cells, options, index, inList));
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
  names: NameIndex<KnownPerson>;
}

interface ListSoFar {
  keys: Set<string>;
  people: { person: ListedPerson; plain: PlainName }[];
}

const nameOf = (person: Pick<ListedPerson, 'last' | 'first'>) =>
  nameKey(`${person.last}\u0000${person.first}`);

function indexPeople(known: readonly KnownPerson[]): PeopleIndex {
  const index: PeopleIndex = { byEmail: new Map(), byNumber: new Map(), names: new NameIndex(known) };
  for (const person of known) {
    if (person.email) index.byEmail.set(nameKey(person.email), person);
    if (person.number) index.byNumber.set(person.number, person);
  }
  return index;
}

function judgeRow(
  line: number,
  cells: readonly string[],
  options: JudgeOptions,
  index: PeopleIndex,
  inList: ListSoFar,
): JudgedRow {
  const cell = (meaning: ColumnMeaning) => cells[options.columns.indexOf(meaning)] ?? '';
  const reasons: RowReason[] = [];
  const person = readPerson(cell, reasons);
  const plain = plainName(person);

  const period = findPeriod(cell('period'), options, reasons);
  const known =
    (person.email && index.byEmail.get(nameKey(person.email))) ||
    (person.number && index.byNumber.get(person.number)) ||
    null;
  let candidates: PersonId[] = [];
  if (known && !known.isStudent) reasons.push('email-of-staff');
  else if (known) compareWithKnown(known, person, period, reasons);
  else candidates = lookForAlike(index, person, plain, reasons);

  // Two people may share a name; with the same address, or with none to tell them apart, it is one row twice.
  const key = nameKey(
    person.email || person.number || `${person.last}\u0000${person.first}\u0000${period ?? ''}`,
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
    reasons,
    fate: fateOf(reasons, known, period),
    known: known?.id ?? null,
    candidates,
  };
}

/** Two rows of one list that nothing but a slightly different name tells apart. */
function mayBeOne(a: ListSoFar['people'][number], b: ListSoFar['people'][number]): boolean {
  const toldApart = (a.person.email && b.person.email) || (a.person.number && b.person.number);
  return !toldApart && areAlike(a.plain, b.plain);
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
  if (known.left) reasons.push('left-before');
  if (known.period !== null && period !== null && known.period !== period) reasons.push('other-period');
  if (person.last && nameOf(known) !== nameOf(person)) reasons.push('name-differs');
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

function fateOf(reasons: readonly RowReason[], known: KnownPerson | null, period: PeriodId | null): Fate {
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
