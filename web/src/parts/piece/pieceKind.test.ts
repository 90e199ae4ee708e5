import { expect, test } from '@jest/globals';
import { hasPlaces, isLocked, isTooLong, pieceKind } from './pieceKind';

test.each([
  ['image/jpeg', 'picture'],
  ['image/heic', 'heic'],
  ['image/heif', 'heic'],
  ['image/svg+xml', 'drawing'],
  ['image/tiff', null],
  ['image/jp2', null],
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
  ['application/gpx+xml', 'track'],
  ['application/vnd.google-earth.kmz', 'track'],
  ['application/vnd.openxmlformats-officedocument.presentationml.presentation', 'pptx'],
  ['application/vnd.oasis.opendocument.presentation', 'odp'],
  ['application/rtf', 'rtf'],
  ['application/epub+zip', 'epub'],
  ['application/json', 'text'],
  ['application/octet-stream', null],
  ['application/encrypted', null],
  ['text/html', null],
  ['application/zip', 'archive'],
])('%s is shown as %s', (mime, kind) => {
  expect(pieceKind({ name: 'work.bin', mime, bytes: 1000, form: 'file' })).toBe(kind);
});

const csv = { name: 'depths.csv', mime: 'text/csv', form: 'table' };
const other = (mime: string, bytes: number) => ({ name: 'work', mime, bytes, form: 'file' });

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

test('a program is one by its extension, whatever its type says; a table stays one', () => {
  const named = (name: string, mime = 'text/plain') => pieceKind({ name, mime, bytes: 100, form: 'text' });
  expect([
    named('gauge.py'),
    named('data.json', 'application/json'),
    named('notes.txt'),
    named('readme'),
  ]).toEqual(['code', 'code', 'text', 'text']);
  expect(pieceKind({ ...csv, name: 'depths.sql', bytes: 100 })).toBe('csv');
});

test('what a password locks is told before anybody opens it', () => {
  expect([isLocked({ mime: 'application/encrypted' }), isLocked({ mime: 'application/x-cfb' })]).toEqual([
    true,
    false,
  ]);
});
