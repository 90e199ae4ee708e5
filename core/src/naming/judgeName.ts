import { isShortFor } from '../identify/shortForms';
import { isSlip } from '../text/isSlip';
import { withoutMarks } from '../text/plainWords';
import { hasForbidden, legalStem } from './makeLegal';
import { compact, wordsOfName, wordsOfValue, type NameWord } from '../text/nameWords';
import { findPeriodWords } from '../text/numerals';
import { partsOfRule, type Rule } from './parseRule';
import { partsOfName } from './partsOfName';
import { personParts, workParts, type PartName } from './parts';
import { withoutExtension } from './splitName';
import { writeName, writePart, type NameValues, type Naming } from './writeName';

/** What can be wrong with a name that somebody gave; the codes of `vestibul name check`. */
export const nameFaults = [
  'part-missing',
  'part-order',
  'separator',
  'case',
  'spelled-number',
  'wrong-period',
  'called-name',
  'marks-lost',
  'misspelt',
  'extra-words',
  'unknown-person',
  'several-people',
  'bad-character',
] as const;
export type NameFaultCode = (typeof nameFaults)[number];

export interface NameFault {
  code: NameFaultCode;
  /** One sentence that says what is wrong here. */
  says: string;
}

/** How a word of a name stands for a word of a value. */
type Likeness = 'same' | 'case' | 'marks-lost' | 'misspelt';

/** Where a part of the rule was found in the name. */
interface Found {
  part: PartName;
  text: string;
  /** Places of its words among the words of the name; of none where it was not found. */
  words: number[];
}

/** What is wrong with the name of a thing (its stem), given what the rule is filled with for it. No fault: it follows. */
export function faultsOfName(rule: Rule, { values, ...room }: Naming, stem: string): NameFault[] {
  const name = stem.normalize('NFC');
  if (partsOfName(rule, values, room.extension ? `${name}.${room.extension}` : name, room)) return [];
  return judgeName(rule, values, name, withoutExtension(writeName(rule, values, room).name, room.extension));
}

/**
 * What is wrong with a name, given whose it is and what the rule would write (`proper`, the stem). No fault: it follows
 * the rule.
 */
export function judgeName(rule: Rule, values: NameValues, stem: string, proper: string): NameFault[] {
  if (stem.normalize('NFC') === proper) return [];
  const name = stem.normalize('NFC');
  const faults = new Map<NameFaultCode, string>();
  const add = (code: NameFaultCode, says: string) => {
    const before = faults.get(code);
    faults.set(code, before === undefined || before === says ? says : `${before} ${says}`);
  };
  if (hasForbidden(name) || legalStem(name) !== name)
    add('bad-character', 'It holds a sign or an edge that not every computer takes.');

  const own = new Set(
    [...personParts, ...workParts]
      .flatMap((part) => wordsOfValue(String(values[part] ?? '')))
      .map(({ plain }) => plain),
  );
  const words = wordsOfName(name, (plain) => own.has(plain));
  // An account is a word of its own, however like a name it is.
  const accounts = new Set([values.username, values.number].map((value) => compact(String(value ?? ''))));
  accounts.delete('');
  const isWritten = new Set(partsOfRule(rule).map(({ part }) => part));
  const taken = new Set(
    isWritten.has('username') || isWritten.has('number')
      ? []
      : words.flatMap(({ plain }, i) => (accounts.has(plain) ? [i] : [])),
  );
  const asAccount = new Set(taken);
  const found: Found[] = [];
  for (const { part, filters } of partsOfRule(rule)) {
    const text = writePart(part, filters, values);
    if (text === '') continue;
    const at =
      part === 'period'
        ? findPeriod(words, taken, text, Number(values.period), add)
        : findText(words, taken, part, text, values, add);
    for (const place of at) taken.add(place);
    found.push({ part, text, words: at });
  }

  const places = found.flatMap((one) => (one.words.length > 0 ? [Math.min(...one.words)] : []));
  if (places.some((place, i) => i > 0 && place < places[i - 1]!))
    add(
      'part-order',
      `The parts stand in another order than ${list(found.map(({ part }) => wordFor(part)))}.`,
    );
  const left = words.filter((_, i) => !taken.has(i) || asAccount.has(i));
  if (left.length > 0)
    add('extra-words', `There is more in it than the rule says: ${list(left.map(({ raw }) => `‘${raw}’`))}.`);
  if (faults.size === 0 || isOnlySpelling(faults)) {
    if (withProperWords(name, words, found) !== proper)
      add('separator', 'The signs between its parts are not those of the rule.');
  }
  if (faults.size === 0) add('separator', 'It is written another way than the rule writes.');
  return nameFaults.flatMap((code) => (faults.has(code) ? [{ code, says: faults.get(code)! }] : []));
}

const SPELLING: readonly NameFaultCode[] = [
  'case',
  'spelled-number',
  'wrong-period',
  'called-name',
  'marks-lost',
  'misspelt',
  'bad-character',
];

function isOnlySpelling(faults: ReadonlyMap<NameFaultCode, string>): boolean {
  return [...faults.keys()].every((code) => SPELLING.includes(code));
}

/** The name with each part that was found written as the rule writes it, so that only what is between can differ. */
function withProperWords(name: string, words: readonly NameWord[], found: readonly Found[]): string {
  let written = '';
  let at = 0;
  for (const { text, words: places } of found) {
    const spans = places.map((place) => words[place]!).sort((a, b) => a.at - b.at);
    const first = spans[0];
    const last = spans.at(-1);
    if (!first || !last) continue;
    written += name.slice(at, first.at) + text;
    at = last.at + last.raw.length;
  }
  return written + name.slice(at);
}

/** What a part is called in a sentence. */
const PART_WORDS: Partial<Record<PartName, string>> = {
  last: 'last name',
  first: 'first name',
  called: 'name they go by',
  number: 'student number',
  n: 'number of the piece',
  attempt: 'number of the attempt',
  due: 'day it is due',
  date: 'day of turning in',
  original: 'name it came with',
  code: 'code of the course',
};

const wordFor = (part: PartName) => PART_WORDS[part] ?? part;

type Add = (code: NameFaultCode, says: string) => void;

function findPeriod(
  words: readonly NameWord[],
  taken: ReadonlySet<number>,
  text: string,
  period: number,
  add: Add,
): number[] {
  const exact = words.findIndex((word, i) => !taken.has(i) && word.raw === text);
  const told = findPeriodWords(words);
  if (!told) {
    if (exact >= 0) return [exact];
    add('part-missing', `The period is missing: ${text}.`);
    return [];
  }
  const numeral = told.words[0]!;
  if (told.number !== period) add('wrong-period', `It says period ${told.number}; this is period ${period}.`);
  if (told.isSpelled)
    add('spelled-number', `The period is spelled out: ‘${words[numeral]!.raw}’ for ${text}.`);
  else if (told.number === period && words[numeral]!.raw !== text)
    add('separator', `The period is written ${text}.`);
  // An ending (`3rd`) belongs to the number; a word before it (`P3`) is a word too many.
  return told.words.filter(
    (place) =>
      place === numeral || (told.isSpelled && place === numeral + 1 && words[place]!.plain.length === 2),
  );
}

function findText(
  words: readonly NameWord[],
  taken: ReadonlySet<number>,
  part: PartName,
  text: string,
  values: NameValues,
  add: Add,
): number[] {
  const wanted = wordsOfValue(text);
  const matches = matchAll(words, taken, wanted);
  const found = matches.flatMap((match) => match ?? []);
  if (found.length < wanted.length) {
    // The name they are called by may be a part of the other one; where all of it is there, that is what is meant.
    const other = otherGiven(part, values);
    const called = other === '' ? [] : matchAll(words, taken, wordsOfValue(other));
    if (called.length > 0 && called.every((match) => match !== null)) {
      add('called-name', `‘${other}’ is another name of theirs; the rule writes ‘${text}’.`);
      return called.map((match) => match.place);
    }
  }
  matches.forEach((match, i) => {
    if (match) sayLikeness(match.likeness, words[match.place]!.raw, wanted[i]!.raw, add);
  });
  if (found.length > 0) {
    const missing = wanted.filter((_, i) => matches[i] === null).map(({ raw }) => raw);
    if (missing.length > 0)
      add('part-missing', `‘${missing.join(' ')}’ is missing from the ${wordFor(part)}.`);
    return found.map(({ place }) => place);
  }
  const short =
    part === 'first' || part === 'called'
      ? words.findIndex(
          (word, i) => !taken.has(i) && wanted.some(({ plain }) => isShortFor(word.plain, plain)),
        )
      : -1;
  if (short >= 0) {
    add('called-name', `‘${words[short]!.raw}’ is a short form; the rule writes ‘${text}’.`);
    return [short];
  }
  const initial = words.findIndex(
    (word, i) =>
      !taken.has(i) && word.plain.length === 1 && wanted.some(({ plain }) => plain.startsWith(word.plain)),
  );
  if (initial >= 0 && wanted[0]!.plain.length > 1) {
    add(
      'part-missing',
      `Only the first letter of the ${wordFor(part)} is there: ‘${words[initial]!.raw}’ for ‘${text}’.`,
    );
    return [initial];
  }
  add('part-missing', `The ${wordFor(part)} is missing: ‘${text}’.`);
  return [];
}

interface Match {
  place: number;
  likeness: Likeness;
}

/** For each wanted word the word of the name that stands for it, no word for two; null where there is none. */
function matchAll(
  words: readonly NameWord[],
  taken: ReadonlySet<number>,
  wanted: readonly NameWord[],
): (Match | null)[] {
  const here = new Set(taken);
  return wanted.map((word) => {
    const match = closest(words, here, word);
    if (match) here.add(match.place);
    return match;
  });
}

/** The name somebody has besides the one that the rule writes. */
function otherGiven(part: PartName, values: NameValues): string {
  const other = part === 'first' ? values.called : part === 'called' ? values.first : '';
  return typeof other === 'string' && other !== values[part] ? other : '';
}

function sayLikeness(likeness: Likeness, raw: string, word: string, add: Add): void {
  if (likeness === 'case') add('case', `Capitals: ‘${raw}’ for ‘${word}’.`);
  if (likeness === 'marks-lost') add('marks-lost', `Marks are lost: ‘${raw}’ for ‘${word}’.`);
  if (likeness === 'misspelt') add('misspelt', `Misspelt: ‘${raw}’ for ‘${word}’.`);
}

/** The word of a name that stands for this one best, among those not taken yet. */
function closest(words: readonly NameWord[], taken: ReadonlySet<number>, wanted: NameWord): Match | null {
  const likenesses: readonly [Likeness, (word: NameWord) => boolean][] = [
    ['same', (word) => word.raw === wanted.raw],
    ['case', (word) => word.raw.toLowerCase() === wanted.raw.toLowerCase()],
    [
      'marks-lost',
      (word) =>
        withoutMarks(word.raw).toLowerCase() === withoutMarks(wanted.raw).toLowerCase() ||
        word.plain === wanted.plain,
    ],
    ['misspelt', (word) => isSlip(word.plain, wanted.plain)],
  ];
  for (const [likeness, fits] of likenesses) {
    const place = words.findIndex((word, i) => !taken.has(i) && fits(word));
    if (place >= 0) return { place, likeness };
  }
  return null;
}

function list(words: readonly string[]): string {
  return words.join(', ');
}
