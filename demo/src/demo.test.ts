import { describe, expect, test } from '@jest/globals';
import type { Instant } from '@vestibul/core';
import { fileTypeFromBuffer } from 'file-type';
import { dueLocal, schoolYear } from './calendar';
import { makeFile, messyName, type FileKind } from './files/makeFile';
import { makeStudents, periodNumbers } from './people';
import { makePileToBring } from './pileToBring';
import { makeChance } from './random';

describe('the people of Larkmoor', () => {
  const students = makeStudents();

  test('are about 150 in five periods, the same every time, each with an address of their own', () => {
    expect(students.length).toBeGreaterThanOrEqual(145);
    expect(students.length).toBeLessThanOrEqual(160);
    expect(new Set(students.map((student) => student.period))).toEqual(new Set(periodNumbers));
    expect(new Set(students.map((student) => student.email)).size).toBe(students.length);
    expect(makeStudents()).toEqual(students);
  });

  test('have the hard names of a real roster', () => {
    const names = students.map((student) => `${student.last}|${student.first}`);
    const has = (fits: (name: string) => boolean) => names.some(fits);
    expect(has((name) => /\p{M}/u.test(name.normalize('NFD')))).toBe(true);
    expect(has((name) => name.includes('-'))).toBe(true);
    expect(has((name) => name.includes('’'))).toBe(true);
    expect(has((name) => name.endsWith('|'))).toBe(true);
    expect(has((name) => name.length > 40)).toBe(true);
    // Two people with one name, in one period.
    expect(
      names.length -
        new Set(students.map((student) => `${student.period}${student.last}|${student.first}`)).size,
    ).toBe(1);
  });
});

describe('makeFile', () => {
  test.each([
    ['photo', 'image/jpeg'],
    ['png', 'image/png'],
    ['pdf', 'application/pdf'],
    ['docx', 'application/vnd.openxmlformats-officedocument.wordprocessingml.document'],
    ['odt', 'application/vnd.oasis.opendocument.text'],
    ['xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'],
    ['gpx', 'application/xml'],
    ['wav', 'audio/wav'],
    ['webm', 'video/webm'],
    ['csv', undefined],
    ['txt', undefined],
  ] as [FileKind, string | undefined][])(
    'makes a %s that a reader of file types knows',
    async (kind, mime) => {
      const bytes = await makeFile({
        kind,
        title: 'Log',
        author: 'Ada Eze',
        at: '2026-11-24T08:00:00.000Z',
        chance: () => makeChance(4),
      });
      expect((await fileTypeFromBuffer(bytes))?.mime).toBe(mime);
      expect(bytes.length).toBeGreaterThan(40);
    },
  );

  test('a camera writes its own kind of name', () => {
    expect(messyName(makeChance(1), 'photo', 'Log', 'Ada', 'Eze')).toMatch(/^IMG_\d{4}\.JPG$/);
  });
});

describe('the calendar', () => {
  test.each([
    ['2026-11-24T08:00:00.000Z', 0, '2026-11-24T23:59'],
    // Tonight would leave less than three hours.
    ['2026-11-24T22:00:00.000Z', 0, '2026-11-25T23:59'],
    ['2026-11-24T08:00:00.000Z', 10, '2026-09-15T23:59'],
    ['2027-01-01T08:00:00.000Z', 1, '2026-12-25T23:59'],
  ])('on %s, due %d weeks ago is %s', (now, weeks, due) => {
    expect(dueLocal(now as Instant, weeks)).toBe(due);
  });

  test('the school year turns in August', () => {
    expect(schoolYear('2026-07-31T12:00:00.000Z' as Instant).label).toBe('2025–26');
    expect(schoolYear('2026-08-01T12:00:00.000Z' as Instant).label).toBe('2026–27');
  });
});

test('the pile to bring is a ZIP of real files, the same every time, with what lies in any ZIP besides', async () => {
  const at = '2026-11-25T10:00:00.000Z' as Instant;
  const [pile, again] = await Promise.all([1, 2].map(() => makePileToBring(makeStudents(), at)));
  expect((await fileTypeFromBuffer(pile!))?.ext).toBe('zip');
  const names = namesIn(pile!);
  expect(names).toHaveLength(63);
  expect(names).toEqual(expect.arrayContaining(['stick/New document.docx', '__MACOSX/stick/._Thumbs']));
  expect(namesIn(again!)).toEqual(names);
});

/** The names that the central directory of a ZIP lists (APPNOTE.TXT 4.3.12). */
function namesIn(zip: Buffer): string[] {
  const names: string[] = [];
  let at = zip.readUInt32LE(zip.lastIndexOf('PK\u0005\u0006') + 16);
  while (zip.readUInt32LE(at) === 0x02014b50) {
    const [name, extra, comment] = [28, 30, 32].map((field) => zip.readUInt16LE(at + field)) as [
      number,
      number,
      number,
    ];
    names.push(zip.toString('utf8', at + 46, at + 46 + name));
    at += 46 + name + extra + comment;
  }
  return names;
}
