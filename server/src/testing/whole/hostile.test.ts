import { deflateSync } from 'node:zlib';
import { crc32 } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AssignmentId, PieceId } from '@vestibul/core';
import { TestSchool, bytesOf, type Caller } from '../TestSchool';

/** Files that somebody who means harm could turn in, by name. Nothing of them may run, and each must still be got back. */
let school: TestSchool;
let mai: Caller;
let assignment: AssignmentId;
beforeAll(async () => {
  school = await TestSchool.open();
  mai = school.as('mai');
  assignment = school.assignment;
});
afterAll(() => school.close());

const SCRIPT = '<script>fetch("/api/session",{method:"DELETE"})</script>';

/** A chunk of a PNG (W3C PNG, section 5.3). */
function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type), data]);
  const length = Buffer.alloc(4);
  length.writeUInt32BE(data.length);
  const sum = Buffer.alloc(4);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, sum]);
}

/** A real picture of 50,000 × 50,000 black pixels: some hundred kilobytes here, 10 GB where it is unpacked to be shown. */
function hugePng(): Uint8Array<ArrayBuffer> {
  const side = 50_000;
  const header = Buffer.alloc(13);
  header.writeUInt32BE(side, 0);
  header.writeUInt32BE(side, 4);
  // One bit for each pixel, grey.
  header.set([1, 0, 0, 0, 0], 8);
  const rows = deflateSync(Buffer.alloc(side * (1 + side / 8)), { level: 9 });
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return new Uint8Array(
    Buffer.concat([signature, chunk('IHDR', header), chunk('IDAT', rows), chunk('IEND', Buffer.alloc(0))]),
  );
}

const joined = (...parts: (string | number[])[]) =>
  new Uint8Array(Buffer.concat(parts.map((part) => Buffer.from(part as string))));
const GIF = [...Buffer.from('GIF89a'), 1, 0, 1, 0, 0x80, 0, 0, 0, 0, 0, 255, 255, 255];
const JPEG = [0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0];
const ZIP = [0x50, 0x4b, 0x03, 0x04, 20, 0, 0, 0, 0, 0];

const hostile: [what: string, name: string, bytes: () => Uint8Array<ArrayBuffer>, type: RegExp][] = [
  [
    'a script in an SVG',
    'map.svg',
    () => bytesOf(`<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)">${SCRIPT}</svg>`),
    /^image\/svg\+xml$/,
  ],
  ['a page', 'essay.html', () => bytesOf(`<!doctype html>${SCRIPT}`), /^application\/octet-stream$/],
  ['a page with a picture’s name', 'photo.png', () => bytesOf(`<html>${SCRIPT}</html>`), /^text\/plain/],
  [
    'a page of XHTML',
    'essay.xhtml',
    () => bytesOf(`<?xml version="1.0"?><html>${SCRIPT}</html>`),
    /xml|plain/,
  ],
  [
    'a stylesheet that makes a page of XML',
    'data.xml',
    () => bytesOf(`<?xml version="1.0"?><?xml-stylesheet type="text/xsl" href="#x"?><x/>`),
    /^application\/xml$/,
  ],
  [
    'an entity that reads a file of the server',
    'walk.gpx',
    () =>
      bytesOf('<?xml version="1.0"?><!DOCTYPE g [<!ENTITY e SYSTEM "file:///etc/passwd">]><gpx>&e;</gpx>'),
    /gpx\+xml$/,
  ],
  ['a script', 'notes.js', () => bytesOf('fetch("/api/session",{method:"DELETE"})'), /^text\/plain/],
  ['a table that is a page', 'table.csv', () => bytesOf(`a,b\n${SCRIPT},2\n`), /^text\/(plain|csv)/],
  [
    'a picture that is a script too',
    'pixel.gif',
    () => joined(GIF, `/*${SCRIPT}*/=1;alert(1)`),
    /^image\/gif$/,
  ],
  ['a PDF that is a page too', 'paper.pdf', () => joined(`%PDF-1.7\n${SCRIPT}\n%%EOF`), /^application\/pdf$/],
  ['a page that hides a PDF', 'paper2.pdf', () => joined(`${SCRIPT}\n%PDF-1.7\n%%EOF`), /^text\/plain|octet/],
  ['a photo with an archive behind it', 'pair.jpg', () => joined(JPEG, ZIP, SCRIPT), /^image\/jpeg$/],
  ['an archive with a photo’s name', 'holiday.jpg', () => joined(ZIP, SCRIPT), /zip|octet/],
  ['a 50,000 × 50,000 PNG', 'sky.png', hugePng, /^image\/png$/],
];

/** Types that a browser could run something of, were they shown in this origin. */
const RUNS = /html|svg|xml|javascript/;

describe('harms nothing', () => {
  test.each(hostile)(
    '%s',
    async (_what, name, bytes, type) => {
      const sent = bytes();
      const { data } = await mai.turnIn(assignment, [await mai.upload(assignment, name, sent)]);
      const pieceId = data.pieces[0]!.id;
      for (const query of [{}, { download: '1' }] as Record<string, string>[]) {
        const answer = await school.as('teacher').raw('readPiece', { params: { pieceId }, query });
        if (answer.status === 409) {
          // Said by name below: what is too large to be shown can be downloaded.
          expect(query).toEqual({});
          continue;
        }
        expect(answer.status).toBe(200);
        const said = answer.headers.get('content-type')!;
        const disposition = answer.headers.get('content-disposition')!;
        expect(said).toMatch(type);
        // Whatever could run is never shown in place; and were it, it has no origin and no script.
        if (RUNS.test(said)) expect(disposition).toMatch(/^attachment/);
        if (query.download) expect(disposition).toMatch(/^attachment/);
        expect(answer.headers.get('x-content-type-options')).toBe('nosniff');
        expect(answer.headers.get('content-security-policy')).toMatch(/default-src 'none'.*sandbox$/);
        expect(answer.headers.get('content-security-policy')).not.toContain('allow-scripts');
        if (query.download)
          expect(Buffer.from(await answer.arrayBuffer()).equals(Buffer.from(sent))).toBe(true);
        else await answer.arrayBuffer();
      }
    },
    60_000,
  );

  test('a picture too large to be shown is refused by name where it would be unpacked', async () => {
    const { data } = await mai.turnIn(assignment, [await mai.upload(assignment, 'sky.png', hugePng())]);
    const answer = await school.as('teacher').raw('readPiece', { params: { pieceId: data.pieces[0]!.id } });
    expect([answer.status, await answer.json()]).toMatchObject([
      409,
      { error: { code: 'picture-too-large', details: { width: 50_000, height: 50_000 } } },
    ]);
  });
});

describe('names', () => {
  const BAD = [
    '../../etc/passwd',
    '..\\..\\windows\\system32.txt',
    'CON',
    'nul.txt',
    'a<b>c:d"e|f?g*h.txt',
    'trailing dot. .txt',
    'line\nbreak\r.txt',
    'right\u202eto-left gpj.exe',
    'quote"; filename="evil.html',
    'semi;colon=x%00.txt',
    'Đặng — 日本語 🏔️.txt',
    `${'long '.repeat(80)}.txt`,
  ];
  test.each(BAD)(
    '%j becomes a name that every system can keep, sent as RFC 6266 and RFC 8187 say',
    async (name) => {
      const { data } = await mai.turnIn(assignment, [
        await mai.upload(assignment, name, bytesOf(`it was ${name}`)),
      ]);
      const proper = data.pieces[0]!.name;
      // Microsoft, Naming Files, Paths, and Namespaces; POSIX.1-2017, 3.282.
      // eslint-disable-next-line no-control-regex -- control characters are what is looked for
      expect(proper).not.toMatch(/[<>:"/\\|?*\u0000-\u001f\u202a-\u202e]|[ .]$/);
      expect(proper).not.toMatch(/^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/i);
      expect(Buffer.byteLength(proper)).toBeLessThanOrEqual(255);
      const answer = await mai.raw('readPiece', {
        params: { pieceId: data.pieces[0]!.id as PieceId },
        query: { download: '1' },
      });
      const disposition = answer.headers.get('content-disposition')!;
      // Header fields are visible ASCII (RFC 9110, section 5.5), and one value is one line.
      expect(disposition).toMatch(/^[\x20-\x7e]+$/);
      const [, encoded] = /filename\*=UTF-8''([^;]+)$/.exec(disposition) ?? [];
      const [, plain] = /filename="((?:[^"\\]|\\.)*)"/.exec(disposition) ?? [];
      expect(encoded === undefined ? plain : decodeURIComponent(encoded)).toBe(proper);
      await answer.arrayBuffer();
    },
  );
});

describe('range requests (RFC 9110, section 14)', () => {
  let pieceId: PieceId;
  beforeAll(async () => {
    const { data } = await mai.turnIn(assignment, [
      await mai.upload(assignment, 'a.txt', bytesOf('0123456789')),
    ]);
    pieceId = data.pieces[0]!.id;
  });
  const ask = (range: string, more: Record<string, string> = {}) =>
    mai.raw('readPiece', { params: { pieceId }, headers: { Range: range, ...more } });

  test.each([
    ['bytes=0-3', '0123', 'bytes 0-3/10'],
    ['bytes=7-', '789', 'bytes 7-9/10'],
    ['bytes=-2', '89', 'bytes 8-9/10'],
    ['bytes=0-999', '0123456789', 'bytes 0-9/10'],
  ])('%s', async (range, text, said) => {
    const answer = await ask(range);
    expect([answer.status, await answer.text(), answer.headers.get('content-range')]).toEqual([
      206,
      text,
      said,
    ]);
  });

  test('beyond the end: 416, with the length that is there', async () => {
    const answer = await ask('bytes=20-30');
    expect([answer.status, answer.headers.get('content-range')]).toEqual([416, 'bytes */10']);
  });

  test('of other bytes than before (If-Range) the whole is sent', async () => {
    const answer = await ask('bytes=0-3', { 'If-Range': '"other"' });
    expect([answer.status, await answer.text()]).toEqual([200, '0123456789']);
  });
});
