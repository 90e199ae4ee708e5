import { stringify } from 'csv-stringify/sync';
import { csvForm } from '../text/cells';
import { peopleHeadings, type PeopleColumn, type PeopleFormat, type PersonOut } from './peopleColumns';

/**
 * A list of people as text: comma-separated (RFC 4180) or tab-separated with headings, or vCards 4.0 (RFC 6350).
 * Cells that a spreadsheet would run as a formula get an apostrophe before them.
 */
export function writePeople(
  people: readonly PersonOut[],
  columns: readonly PeopleColumn[],
  format: PeopleFormat,
  school: string,
): string {
  if (format === 'vcard') return people.map((person) => writeCard(person, columns, school)).join('');
  return stringify(
    people.map((person) => columns.map((column) => person[column])),
    {
      header: true,
      columns: columns.map((column) => ({ key: column, header: peopleHeadings[column] })),
      ...csvForm(format === 'tsv' ? '\t' : ','),
    },
  );
}

/** RFC 6350 section 3.4: backslash, comma and line ends are escaped in every value … */
const escaped = (text: string) => text.replace(/[\\,]/g, '\\$&').replace(/\r\n|\r|\n/g, '\\n');
/** … and the semicolon in those that are made of several parts. */
const part = (text: string) => escaped(text).replace(/;/g, '\\;');

function writeCard(person: PersonOut, columns: readonly PeopleColumn[], school: string): string {
  const has = (column: PeopleColumn) => columns.includes(column) && person[column] !== '';
  const given = person.first;
  const whole = [person.called || given, person.last].filter(Boolean).join(' ');
  const lines = [
    'BEGIN:VCARD',
    'VERSION:4.0',
    `UID:urn:vestibul:${escaped(person.id)}`,
    `FN:${escaped(whole)}`,
    `N:${part(person.last)};${part(given)};;;`,
    ...(has('called') ? [`NICKNAME:${escaped(person.called)}`] : []),
    ...(has('email') ? [`EMAIL:${escaped(person.email)}`] : []),
    ...(columns.includes('period') ? [`ORG:${part(school)};${part(person.period)}`] : []),
    ...(has('group') ? [`CATEGORIES:${escaped(person.group)}`] : []),
    'END:VCARD',
  ];
  return lines.map((line) => `${fold(line)}\r\n`).join('');
}

/** Longest line in bytes, without its end: RFC 6350 section 3.2. */
const LONGEST_LINE = 75;

/** Folds a line so that none is longer than 75 bytes and no character is cut; each next one begins with a space. */
function fold(line: string): string {
  const folded: string[] = [];
  let current = '';
  let bytes = 0;
  for (const char of line) {
    const size = new TextEncoder().encode(char).length;
    if (bytes + size > LONGEST_LINE) {
      folded.push(current);
      current = ' ';
      bytes = 1;
    }
    current += char;
    bytes += size;
  }
  return [...folded, current].join('\r\n');
}
