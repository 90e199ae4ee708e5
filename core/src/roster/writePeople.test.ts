import { describe, expect, test } from '@jest/globals';
import ICAL from 'ical.js';
import papa from 'papaparse';
import type { PeriodId, PersonId } from '../ids';
import { askPython, hasPython } from '../testing/askPython';
import type { KnownPerson } from './judgeRows';
import { peopleColumns, writeAddresses, type PersonOut } from './peopleColumns';
import { asRecognised, readList } from './readList';
import { readTable } from './readTable';
import { recogniseColumns } from './recogniseColumns';
import { writePeople } from './writePeople';

describe('writePeople', () => {
  const person = (more: Partial<PersonOut>): PersonOut => ({
    id: 'p1',
    last: 'Abara',
    first: 'Chidi',
    called: '',
    email: 'c@x.example',
    username: '',
    number: '',
    period: 'Period 2',
    group: '',
    folder: '02-Abara_Chidi',
    ...more,
  });
  const people = [
    person({}),
    person({ id: 'p2', last: '=cmd|’"', first: 'Zoë, “Zo”', called: 'Zo;e', email: '', group: 'Blue\nteam' }),
    person({ id: 'p3', last: 'Márquez de la Torre-Villaseñor'.repeat(4), first: '木村 花子'.repeat(9) }),
  ];

  test.each([
    ['csv', ','],
    ['tsv', '\t'],
  ] as const)('%s is read back by another parser, and by our own reader of lists', (format, separator) => {
    const text = writePeople(people, ['last', 'first', 'email', 'period'], format, 'Larkmoor');
    const read = papa.parse<string[]>(text, { delimiter: separator, skipEmptyLines: true });
    expect(read.errors).toEqual([]);
    expect(read.data[1]).toEqual(['Abara', 'Chidi', 'c@x.example', 'Period 2']);
    expect(read.data[2]![0]).toBe('\'=cmd|’"');
    const own = readTable(text);
    expect(own.ok && recogniseColumns(own.rows).columns).toEqual(['last', 'first', 'email', 'period']);
  });

  test('vCards are read back by another parser, each line within 75 bytes (RFC 6350)', () => {
    const text = writePeople(people, peopleColumns, 'vcard', 'Larkmoor, School');
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const cards = ICAL.parse(text) as unknown as [string, [string, object, string, ...unknown[]][]][];
    expect(cards).toHaveLength(3);
    people.forEach((one, i) => {
      const value = (name: string) => cards[i]![1].find(([known]) => known === name)?.[3];
      expect(value('version')).toBe('4.0');
      expect((value('n') as string[]).slice(0, 2)).toEqual([one.last, one.first]);
      expect(value('fn')).toBe([one.called || one.first, one.last].join(' '));
      expect(value('email')).toBe(one.email || undefined);
      expect(value('org')).toEqual(['Larkmoor, School', 'Period 2']);
    });
  });

  /** Every choice of columns that tells who somebody is. */
  const choices = Array.from({ length: 2 ** peopleColumns.length }, (_, bits) =>
    peopleColumns.filter((_column, i) => bits & (1 << i)),
  ).filter(
    (chosen) =>
      chosen.includes('email') ||
      chosen.includes('number') ||
      chosen.includes('username') ||
      (chosen.includes('last') && chosen.includes('first')),
  );
  const full = [
    person({ id: 'p1', username: 'cabara', number: '1001' }),
    person({
      id: 'p2',
      last: "=Hörður's",
      first: '-Jón',
      email: 'h@x.example',
      username: 'hj',
      number: '00012',
    }),
    person({
      id: 'p3',
      last: 'van der Berg',
      first: 'Ana María',
      called: 'Ana',
      email: 'v@x.example',
      username: '@v',
      number: 'A-77',
      period: 'Blue block',
    }),
    person({ id: 'p4', last: '田中', first: '花子', email: 't@x.example', username: 'ht', number: '1004' }),
  ];

  test.each(['csv', 'tsv', 'vcard'] as const)(
    'what goes out as %s comes back as already there, in every choice of columns that tells who somebody is',
    (format) => {
      const periods = [
        { id: 'h2' as PeriodId, number: 2, label: 'Period 2' },
        { id: 'h3' as PeriodId, number: 3, label: 'Blue block' },
      ];
      const known: KnownPerson[] = full.map((one) => ({
        ...one,
        id: one.id as PersonId,
        period: one.period === 'Period 2' ? periods[0]!.id : periods[1]!.id,
        left: false,
        isStudent: true,
      }));
      expect(choices.length).toBeGreaterThan(400);
      for (const columns of choices) {
        const list = readList(writePeople(full, columns, format, 'Larkmoor'), {
          ...asRecognised,
          period: null,
          periods,
          known,
        });
        const rowOutcomes = list.ok ? list.rows.map(({ outcome, known: who }) => [outcome, who]) : list;
        expect([columns, rowOutcomes]).toEqual([columns, full.map(({ id }) => ['already there', id])]);
        expect(list.ok && list.leavers).toEqual([]);
      }
    },
  );

  test('a card is the same person’s in every list: its UID is a UUID (RFC 9562)', () => {
    const uid = (one: PersonOut) =>
      /^UID:(.*)$/m.exec(writePeople([one], ['last'], 'vcard', 'L'))![1]!.trim();
    expect(uid(full[0]!)).toMatch(
      /^urn:uuid:[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/,
    );
    expect(uid({ ...full[0]!, last: 'Okafor' })).toBe(uid(full[0]!));
    expect(uid(full[1]!)).not.toBe(uid(full[0]!));
  });

  test('Debian’s reader of cards finds every field', () => {
    if (!hasPython('vobject')) return;
    const read = askPython<Record<string, string>[]>(
      `import json,sys,vobject
print(json.dumps([{c.name: str(c.value) for c in card.getChildren()} for card in vobject.readComponents(sys.stdin.buffer.read().decode('utf-8'))]))`,
      writePeople(full, peopleColumns, 'vcard', 'Larkmoor'),
    );
    expect(
      read.map((card) => [card['EMAIL'], card['X-USERNAME'], card['X-STUDENT-NUMBER'], card['X-FOLDER']]),
    ).toEqual(full.map((one) => [one.email, one.username, one.number, one.folder]));
  });

  test('all addresses go into one line, each once', () => {
    expect(writeAddresses([...people, person({ email: 'd@x.example' })])).toBe('c@x.example, d@x.example');
  });
});
