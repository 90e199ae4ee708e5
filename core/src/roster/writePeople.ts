import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
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

/** The UUID that stands for somebody in every card of theirs (RFC 6350, section 6.7.6; RFC 9562, section 5.8: made of our own id). */
function urnOf(id: string): string {
  const bytes = sha256(new TextEncoder().encode(`vestibul person ${id}`)).slice(0, 16);
  bytes[6] = (bytes[6]! & 0x0f) | 0x80;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = bytesToHex(bytes);
  const cuts = [0, 8, 12, 16, 20, 32];
  return `urn:uuid:${cuts
    .slice(0, -1)
    .map((from, i) => hex.slice(from, cuts[i + 1]))
    .join('-')}`;
}

function writeCard(person: PersonOut, columns: readonly PeopleColumn[], school: string): string {
  const has = (column: PeopleColumn) => columns.includes(column) && person[column] !== '';
  const given = person.first;
  const whole = [person.called || given, person.last].filter(Boolean).join(' ');
  const lines = [
    'BEGIN:VCARD',
    'VERSION:4.0',
    `UID:${urnOf(person.id)}`,
    `FN:${escaped(whole)}`,
    `N:${part(person.last)};${part(given)};;;`,
    ...(has('called') ? [`NICKNAME:${escaped(person.called)}`] : []),
    ...(has('email') ? [`EMAIL:${escaped(person.email)}`] : []),
    ...(columns.includes('period') ? [`ORG:${part(school)};${part(person.period)}`] : []),
    // What RFC 6350 has no property for is kept under names of our own (section 6.10).
    ...(has('username') ? [`X-USERNAME:${escaped(person.username)}`] : []),
    ...(has('number') ? [`X-STUDENT-NUMBER:${escaped(person.number)}`] : []),
    ...(has('folder') ? [`X-FOLDER:${escaped(person.folder)}`] : []),
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
