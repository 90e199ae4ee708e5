import { describe, expect, test } from '@jest/globals';
import type { Day, SubmissionId } from '@vestibul/core';
import type { Place, StudentRow } from '../../parts/rack/courseWork';
import { newestOf, type Wanted } from './newest/newestOf';
import { termNow } from './term/termNow';

const place = (title: string, turnedInAt: string | null, slot: object = {}) =>
  ({
    assignment: { id: title, title, shortName: '' },
    student: { id: 'ada', groupId: 'g_1' },
    state: 'turned in',
    slot: turnedInAt
      ? { turnedInAt, form: 'text', name: `02-Diaz_Ada_${title}.md`, originalName: 'Untitled.md', ...slot }
      : undefined,
  }) as unknown as Place;
const row = {
  student: { id: 'ada' },
  places: [
    place('Hill sketch', '2026-10-13T10:00:00.000Z', { form: 'photo', originalName: 'IMG_1765.jpg' }),
    null,
    place('Soil texture', '2026-11-24T10:00:00.000Z', { id: 's_soil', form: 'table' }),
    place('Stream log', null),
    place('Weather diary', '2026-10-20T10:00:00.000Z', { originalName: 'día de lluvia.md' }),
  ],
} as unknown as StudentRow;
const any: Wanted = { word: '', form: '', state: '', group: '' };
const titles = (wanted: Partial<Wanted>, most = 25, inText = new Set<SubmissionId>()) =>
  newestOf(row, { ...any, ...wanted }, inText, most).map(({ assignment }) => assignment.title);

describe('the newest pieces of a student', () => {
  test('are what is in, the newest first, and no more than are wanted', () => {
    expect(titles({})).toEqual(['Soil texture', 'Weather diary', 'Hill sketch']);
    expect(titles({}, 2)).toEqual(['Soil texture', 'Weather diary']);
  });

  test.each<[string, Partial<Wanted>, string[]]>([
    ['a word of the title', { word: ' soil' }, ['Soil texture']],
    ['a word of the name it came with, whatever its letters', { word: 'img_1765' }, ['Hill sketch']],
    ['a word without its marks', { word: 'dia de' }, ['Weather diary']],
    ['a kind of file', { form: 'photo' }, ['Hill sketch']],
    ['a state', { state: 'handed back' }, []],
    ['a small group', { group: 'g_2' as Wanted['group'] }, []],
    ['a word of a kind', { word: 'e', form: 'table' }, ['Soil texture']],
  ])('are found by %s', (_, wanted, found) => {
    expect(titles(wanted)).toEqual(found);
  });
});

test('a piece is found by a word of its text, where its kind is looked for too', () => {
  const soil = new Set(['s_soil' as SubmissionId]);
  expect(titles({ word: 'loam' }, 25, soil)).toEqual(['Soil texture']);
  expect(titles({ word: 'loam', form: 'photo' }, 25, soil)).toEqual([]);
});

test('the map shows the term that goes on, or the last that began', () => {
  const term = (name: string, startsOn: string, endsOn: string) => ({
    name,
    startsOn: startsOn as Day,
    endsOn: endsOn as Day,
  });
  const autumn = term('Autumn', '2026-08-25', '2026-12-18');
  const spring = term('Spring', '2027-01-05', '2027-03-26');
  const on = (day: string) =>
    termNow([autumn, spring], Date.parse(`${day}T12:00:00Z`), 'Europe/London')?.name;
  expect(on('2026-08-01')).toBeUndefined();
  expect(on('2026-08-25')).toBe('Autumn');
  expect(on('2026-12-25')).toBe('Autumn');
  expect(on('2027-01-05')).toBe('Spring');
});
