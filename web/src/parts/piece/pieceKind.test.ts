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
  ['application/gpx+xml', 'text'],
  ['text/html', null],
  ['application/zip', null],
])('%s is shown as %s', (mime, kind) => {
  expect(pieceKind({ mime, bytes: 1000 })).toBe(kind);
});

test('a text that is data is not shown, and what is not shown has no places; nor has a link', () => {
  const mime = 'text/csv';
  expect(pieceKind({ mime, bytes: 2_000_001 })).toBeNull();
  expect([
    hasPlaces({ mime, bytes: 2_000_000 }),
    hasPlaces({ mime, bytes: 2_000_001 }),
    hasPlaces({ mime: 'text/uri-list', bytes: 50 }),
  ]).toEqual([true, false, false]);
});

test('what there is too much of is told from what is never shown', () => {
  expect([
    isTooLong({ mime: 'text/csv', bytes: 2_000_001 }),
    isTooLong({ mime: 'application/pdf', bytes: 2_000_000_000 }),
    isTooLong({ mime: 'application/pdf', bytes: 50_000_000 }),
    isTooLong({ mime: 'video/mp4', bytes: 2_000_000_000 }),
    isTooLong({ mime: 'application/zip', bytes: 2_000_000_000 }),
  ]).toEqual([true, true, false, false, false]);
});
