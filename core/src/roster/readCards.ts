import ICAL from 'ical.js';
import type { Lines } from './listForms';
import { peopleHeadings } from './peopleColumns';

/** jCard (RFC 7095): a property is its name, its parameters, its type and its values. */
type Property = [name: string, params: object, type: string, ...values: unknown[]];

/** What of a card is read, in the columns of a list; properties of ours begin with `x-` (RFC 6350, section 6.10). */
const headings = [
  peopleHeadings.last,
  peopleHeadings.first,
  peopleHeadings.called,
  peopleHeadings.email,
  peopleHeadings.username,
  peopleHeadings.number,
  peopleHeadings.period,
];

/** Reads vCards (RFC 6350 and 3.0 before it) as a list with headings; null where the text is none or cannot be read. */
export function readCards(source: string): Lines | null {
  if (!/^\s*BEGIN:VCARD\s*$/im.test(source.slice(0, 1000))) return null;
  let cards: [string, Property[]][];
  try {
    const parsed = ICAL.parse(source) as unknown;
    // One card is itself; several are a list of them.
    cards = (Array.isArray((parsed as unknown[])[0]) ? parsed : [parsed]) as [string, Property[]][];
  } catch {
    return null;
  }
  const starts = source
    .split(/\r\n|\r|\n/)
    .flatMap((line, i) => (/^BEGIN:VCARD/i.test(line.trim()) ? [i + 1] : []));
  return {
    rows: [headings, ...cards.map(([, properties]) => rowOf(properties))],
    lines: [0, ...cards.map((_, i) => starts[i] ?? 0)],
  };
}

function rowOf(properties: readonly Property[]): string[] {
  const value = (name: string): unknown => properties.find(([known]) => known === name)?.[3];
  const text = (name: string) => {
    const found = value(name);
    return typeof found === 'string' ? found : '';
  };
  const parts = (name: string) => {
    const found = value(name);
    return (Array.isArray(found) ? found : [found]).flat().map((one) => (typeof one === 'string' ? one : ''));
  };
  const [last = '', given = '', middle = ''] = parts('n');
  const first = [given, middle].filter(Boolean).join(' ');
  const [, unit = ''] = parts('org');
  return [
    last || (first ? '' : text('fn')),
    first,
    text('nickname'),
    text('email').replace(/^mailto:/i, ''),
    text('x-username'),
    text('x-student-number'),
    unit,
  ];
}
