import { readFileSync, readdirSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isCut, type ReadBytes } from './isCut';

const folder = new URL('../../../../../e2e/files/every/', import.meta.url);
const fileOf = (name: string) => new Uint8Array(readFileSync(new URL(name, folder)));
const readerOf =
  (bytes: Uint8Array): ReadBytes =>
  (from, to) =>
    Promise.resolve(bytes.slice(from, to));
const cut = (mime: string, bytes: Uint8Array) => isCut(mime, bytes.length, readerOf(bytes));

const types: Record<string, string> = {
  'photo.jpg': 'image/jpeg',
  'picture.png': 'image/png',
  'picture.webp': 'image/webp',
  'picture.avif': 'image/avif',
  'picture.bmp': 'image/bmp',
  'moving.gif': 'image/gif',
  'film.mp4': 'video/mp4',
  'film-h265.mp4': 'video/mp4',
  'sound.m4a': 'audio/mp4',
  'sound.wav': 'audio/wav',
};

test.each(Object.entries(types))(
  '%s is whole, and is not where any of its end is missing',
  async (name, mime) => {
    const bytes = fileOf(name);
    expect(await cut(mime, bytes)).toBe(false);
    await fc.assert(
      // Whatever is cut off behind the first picture of one that moves, or after what it begins with.
      fc.asyncProperty(fc.integer({ min: 40, max: bytes.length - 8 }), async (length) =>
        expect([length, await cut(mime, bytes.slice(0, length))]).toEqual([length, true]),
      ),
      { seed: 5, numRuns: 60 },
    );
  },
);

test('what its program put behind a picture is no part missing of it', async () => {
  const photo = fileOf('photo.jpg');
  const more = new Uint8Array(photo.length + 900);
  more.set(photo);
  expect(await cut('image/jpeg', more)).toBe(false);
  const padded = new Uint8Array(fileOf('moving.gif').length + 3);
  padded.set(fileOf('moving.gif'));
  expect(await cut('image/gif', padded)).toBe(false);
});

test('of a kind that does not tell how long it is nothing is said', async () => {
  expect(readdirSync(folder)).toContain('sound.mp3');
  expect(await cut('audio/mpeg', fileOf('sound.mp3').slice(0, 300))).toBe(false);
});

test('boxes made to go on for ever come to an end', async () => {
  const boxes = new Uint8Array(8 * 10_000);
  for (let at = 0; at < boxes.length; at += 8) boxes[at + 3] = 8;
  expect(await cut('video/mp4', boxes)).toBe(false);
});
