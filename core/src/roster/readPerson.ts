import type { JudgeOptions, ListedPerson, RowReason } from './judgeRows';
import { hasLetter, isOddName, isTotal } from './notPeople';
import { addressIn, looksLikeEmail, type ColumnMeaning } from './recogniseColumns';
import { splitPersonName, takeNickname } from './splitPersonName';

/** Longest text taken for one field of a person, in UTF-16 units. */
export const LONGEST_FIELD = 120;

export interface ReadOptions extends Pick<JudgeOptions, 'columns' | 'order' | 'isGuess' | 'isAddressList'> {
  /** Whether most whole names of the list are `Last, First`. */
  hasCommas: boolean;
}

/** The names of a row, out of however many columns they stand in. */
function readNames(
  cell: (meaning: ColumnMeaning) => string,
  reasons: RowReason[],
  { columns, order, isGuess, hasCommas }: ReadOptions,
): { last: string; first: string; called: string } {
  const whole = cell('name');
  const lastName = [cell('particle'), cell('last'), cell('suffix')].filter(Boolean).join(' ');
  const given = takeNickname(cell('first'));
  const first = [given.name, cell('middle')].filter(Boolean).join(' ');
  if (whole && !cell('last') && !first) {
    const cut = splitPersonName(whole, order ?? null);
    const mayBeTitle = hasCommas && !cell('email') && !cell('number');
    if (!cut.sure || isGuess || (mayBeTitle && !/[,，]/u.test(whole) && cut.first !== ''))
      reasons.push('name-cut-by-guess');
    return { ...cut, called: cell('called') || cut.called };
  }
  if (isGuess && (cell('last') || first)) reasons.push('name-cut-by-guess');
  const last = takeNickname(lastName);
  const called = cell('called') || given.called || last.called;
  // What somebody is called is their first name where there is no other.
  if (last.name && !first && !columns.includes('first'))
    return { last: last.name, first: called, called: '' };
  // A single name is kept where names are sorted.
  return last.name ? { last: last.name, first, called } : { last: first, first: '', called };
}

/** A name out of an address, for a list that has no other: `sam.lee@…`. */
function nameFromAddress(email: string): { last: string; first: string } {
  const words = (email.split('@')[0] ?? '')
    .split(/[._-]+/)
    .map((word) => word.replace(/\d+$/, ''))
    .filter(Boolean)
    .map((word) => word[0]!.toUpperCase() + word.slice(1));
  return { last: words.at(-1) ?? '', first: words.slice(0, -1).join(' ') };
}

/** The person of a row; what is wrong or doubtful with their name and address is added to `reasons`. */
export function readPerson(
  cell: (meaning: ColumnMeaning) => string,
  reasons: RowReason[],
  options: ReadOptions,
): ListedPerson {
  const email = addressIn(cell('email'));
  const hasNames = options.columns.some((meaning) => ['last', 'first', 'name'].includes(meaning));
  const isAddress = email !== '' && looksLikeEmail(email);
  const names = readNames(cell, reasons, options);
  let { last, first } = names;
  if (last === '' && isAddress && (!hasNames || options.isAddressList)) {
    ({ last, first } = nameFromAddress(email));
    reasons.push('name-from-address');
  } else if (last !== '' && (!hasLetter(`${last}${first}`) || (!email && isTotal(last, first)))) {
    reasons.push('not-a-person');
  } else if (!isAddress && isOddName(`${last} ${first}`)) reasons.push('odd-name');
  const person = {
    last,
    first,
    called: names.called,
    email,
    username: cell('username'),
    number: cell('number'),
  };
  if (!last) reasons.push('no-name');
  if (person.email && !isAddress) reasons.push('bad-email');
  if (!person.email) reasons.push('no-email');
  if (Object.values(person).some((field) => field.length > LONGEST_FIELD)) reasons.push('too-long');
  return person;
}
