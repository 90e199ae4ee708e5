import { afterAll, beforeAll, expect, test } from '@jest/globals';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Readable } from 'node:stream';
import { Vault } from '../platform/Vault';
import { runJob } from '../platform/runJob';
import { sniffType } from './sniff';

let folder: string;
beforeAll(() => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-sniff-'));
});
afterAll(() => fs.rmSync(folder, { recursive: true }));

const jpeg = Buffer.from([
  0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0,
]);

/** The first bytes of a compound file ([MS-CFB], section 2.2) and of an empty ZIP entry (APPNOTE, section 4.3.7). */
const compound = Buffer.concat([Buffer.from('d0cf11e0a1b11ae1', 'hex'), Buffer.alloc(1016)]);
const zip = Buffer.concat([
  Buffer.from('504b030414000000000000000000000000000000000000000000010000006158', 'hex'),
  Buffer.from('504b0506000000000000000000000000000000000000', 'hex'),
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
  ['diary.txt', Buffer.from('\ufeffDear diary, čtvrtek', 'utf16le'), 'text/plain', 'txt'],
  ['table.csv', Buffer.from('\ufeffa;b', 'utf16le').swap16(), 'text/csv', 'csv'],
  ['sound.mp1', Buffer.from([0xff, 0xfe, 0x01, 0x00, 0x00, 0x00, 0x02, 0x00]), 'audio/mpeg', 'mp1'],
  ['essay.doc', compound, 'application/msword', 'doc'],
  ['slides.PPT', compound, 'application/vnd.ms-powerpoint', 'ppt'],
  ['essay.docx', compound, 'application/x-cfb', 'cfb'],
  ['program.py', Buffer.from('print(1)\n'), 'text/plain', 'py'],
  ['notes.ipynb', Buffer.from('{"cells":[]}'), 'application/x-ipynb+json', 'ipynb'],
  ['letter.eml', Buffer.from('From: a@x.example\nSubject: log\n\nHello'), 'message/rfc822', 'eml'],
  ['triangle.ggb', zip, 'application/zip', 'ggb'],
  ['game.sb3', zip, 'application/zip', 'sb3'],
  ['triangle.pdf', zip, 'application/zip', 'zip'],
  ['essay.final', Buffer.from('words'), 'text/plain', 'txt'],
])('%s is told by its bytes', async (name, bytes, mime, extension) => {
  const file = path.join(folder, 'file');
  fs.writeFileSync(file, bytes);
  expect(await sniffType(file, name)).toEqual({ mime, extension });
});

const everyFile = (name: string) => new URL(`../../../e2e/files/every/${name}`, import.meta.url);

test.each([
  ['locked-report.docx', 'application/encrypted', 'docx'],
  ['locked-heights.xlsx', 'application/encrypted', 'xlsx'],
  ['report.doc', 'application/msword', 'doc'],
  ['photo.heic', 'image/heic', 'heic'],
  ['report.epub', 'application/epub+zip', 'epub'],
  ['report.rtf', 'application/rtf', 'rtf'],
  ['walk.geojson', 'application/geo+json', 'geojson'],
  ['walk.kmz', 'application/vnd.google-earth.kmz', 'kmz'],
])('%s, made by another program, is told by its bytes', async (name, mime, extension) => {
  expect(await sniffType(fileURLToPath(everyFile(name)), name)).toEqual({ mime, extension });
});

test('an old document under a newer name is not taken for one that a password locks', async () => {
  expect(await sniffType(fileURLToPath(everyFile('report.doc')), 'report.docx')).toEqual({
    mime: 'application/x-cfb',
    extension: 'cfb',
  });
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
