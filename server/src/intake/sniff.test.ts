import { afterAll, beforeAll, expect, test } from '@jest/globals';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { Vault } from '../vault/Vault';
import { runJob } from '../threads/runJob';
import { sniffType } from './sniff';

let folder: string;
beforeAll(() => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-sniff-'));
});
afterAll(() => fs.rmSync(folder, { recursive: true }));

const jpeg = Buffer.from([
  0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0,
]);

test.each([
  ['photo.JPEG', jpeg, 'image/jpeg', 'jpeg'],
  ['photo.png', jpeg, 'image/jpeg', 'jpg'],
  ['essay.pdf', Buffer.from('%PDF-1.7\n'), 'application/pdf', 'pdf'],
  ['table.csv', Buffer.from('a,b\n1,2\n'), 'text/csv', 'csv'],
  ['walk.gpx', Buffer.from('<?xml version="1.0"?><gpx/>'), 'application/gpx+xml', 'gpx'],
  ['notes', Buffer.from('only words'), 'text/plain', 'txt'],
  ['notes.exe', Buffer.from('only words'), 'text/plain', 'txt'],
  ['what.xyz', Buffer.from([1, 0, 2, 0]), 'application/octet-stream', 'xyz'],
  ['noise.mp4', Buffer.alloc(64, 7), 'application/octet-stream', 'mp4'],
  ['nothing', Buffer.alloc(0), 'text/plain', 'txt'],
])('%s is told by its bytes', async (name, bytes, mime, extension) => {
  const file = path.join(folder, 'file');
  fs.writeFileSync(file, bytes);
  expect(await sniffType(file, name)).toEqual({ mime, extension });
});

test('the vault keeps bytes under the hash that coreutils would print, and leaves nothing of what fails', async () => {
  const vault = new Vault(path.join(folder, 'vault'), { look: async () => undefined });
  // `printf abc | sha256sum`; the value is that of FIPS 180-4.
  const abc = 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad';
  expect(await vault.put(Readable.from([Buffer.from('a'), Buffer.from('bc')]))).toEqual({
    sha256: abc,
    bytes: 3,
  });
  expect(await runJob('hashFile', vault.pathOf(abc as never))).toBe(abc);
  const failing = new Readable({
    read() {
      this.push('half');
      this.destroy(new Error('line lost'));
    },
  });
  await expect(vault.put(failing)).rejects.toThrow('line lost');
  expect(fs.readdirSync(path.join(folder, 'vault', 'new'))).toEqual([]);
});
