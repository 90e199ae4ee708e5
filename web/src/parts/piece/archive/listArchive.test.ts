import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { Uint8ArrayReader } from '@zip.js/zip.js';
import { strToU8, zipSync } from 'fflate';
import { listArchive } from './listArchive';

const readerOf = (name: string) =>
  new Uint8ArrayReader(
    new Uint8Array(readFileSync(new URL(`../../../../../e2e/files/every/${name}`, import.meta.url))),
  );

test('what Info-ZIP packed is listed with its sizes and times, also where a password locks it', async () => {
  const open = await listArchive(readerOf('folder.zip'), false);
  const [head, ...rows] = open.list.rows;
  expect(head).toEqual(['Name', 'Size', 'Changed']);
  expect(rows.map(([name, size]) => [name, size]).toSorted()).toEqual([
    ['folder/gauge é.png', '3.0 kB'],
    ['folder/gauge.py', '222 bytes'],
    ['folder/notes.txt', '21 bytes'],
  ]);
  for (const row of rows) expect(row[2]).toMatch(/^20\d\d-\d\d-\d\d \d\d:\d\d$/);
  expect([open.files, open.bytes, open.isLocked, open.preview]).toEqual([3, 3234, false, null]);

  const locked = await listArchive(readerOf('locked-folder.zip'), false);
  expect([locked.files, locked.isLocked]).toEqual([3, true]);
});

test('the picture that a program left of its document is found, the best of several, and of a plain ZIP none', async () => {
  const kept = await listArchive(readerOf('talk.key'), true);
  expect([kept.preview?.type, kept.preview?.size]).toEqual(['image/png', 2991]);
  expect((await listArchive(readerOf('talk.key'), false)).preview).toBeNull();

  const several = zipSync({
    'Thumbnails/thumbnail.png': Uint8Array.of(1),
    'mergedimage.png': Uint8Array.of(1, 2),
    'data/preview.png': Uint8Array.of(1, 2, 3),
    mimetype: strToU8('image/openraster'),
  });
  expect((await listArchive(new Uint8ArrayReader(several), true)).preview?.size).toBe(2);
});

test('what is no ZIP, or only the beginning of one, is refused', async () => {
  for (const name of ['cut-folder.zip', 'notes.txt', 'folder.7z'])
    await expect(listArchive(readerOf(name), false)).rejects.toThrow();
});
