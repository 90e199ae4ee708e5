import { expect, test } from '@jest/globals';
import { hasPlaces, isTooLong, pieceKind } from './pieceKind';

test.each([
  ['image/jpeg', 'picture'],
  ['image/heic', null],
  ['image/svg+xml', null],
  ['application/pdf', 'pdf'],
  ['application/vnd.openxmlformats-officedocument.wordprocessingml.document', 'docx'],
  ['video/webm', 'video'],
  ['audio/wav', 'sound'],
  ['text/uri-list', 'link'],
  ['text/markdown', 'markdown'],
  ['text/plain', 'text'],
  ['text/csv', 'text'],
  ['application/vnd.oasis.opendocument.text', 'odt'],
  ['application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'xlsx'],
  ['application/vnd.oasis.opendocument.spreadsheet', 'ods'],
  ['application/gpx+xml', 'text'],
  ['text/html', null],
  ['application/zip', null],
])('%s is shown as %s', (mime, kind) => {
  expect(pieceKind({ mime, bytes: 1000, form: 'file' })).toBe(kind);
});

const csv = { mime: 'text/csv', form: 'table' };
const other = (mime: string, bytes: number) => ({ mime, bytes, form: 'file' });

test('a table is one whatever its type says; what is not shown has no places, nor has a link', () => {
  expect(pieceKind({ ...csv, bytes: 20_000_000 })).toBe('csv');
  expect(pieceKind({ ...csv, mime: 'text/plain', bytes: 1000 })).toBe('csv');
  expect(pieceKind(other('text/plain', 2_000_001))).toBeNull();
  expect([
    hasPlaces({ ...csv, bytes: 20_000_000 }),
    hasPlaces({ ...csv, bytes: 20_000_001 }),
    hasPlaces(other('text/uri-list', 50)),
  ]).toEqual([true, false, false]);
});

test('what there is too much of is told from what is never shown', () => {
  expect([
    isTooLong({ ...csv, bytes: 20_000_001 }),
    isTooLong(other('application/pdf', 2_000_000_000)),
    isTooLong(other('application/pdf', 50_000_000)),
    isTooLong(other('video/mp4', 2_000_000_000)),
    isTooLong(other('application/zip', 2_000_000_000)),
  ]).toEqual([true, true, false, false, false]);
});
