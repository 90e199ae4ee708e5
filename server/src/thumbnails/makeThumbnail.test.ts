import fs from 'node:fs/promises';
import path from 'node:path';
import { beforeAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import sharp from 'sharp';
import { sniffType } from '../intake/sniff';
import { breakLines, drawTable, drawText } from './drawText';
import { makeThumbnail, type Thumbnail } from './makeThumbnail';

/* Files of every kind, made by tools that nobody here wrote (e2e/files/make.sh), and each of them cut. */
const folder = path.join(import.meta.dirname, '../../../e2e/files/every');
const files = await fs.readdir(folder);

async function thumbnailOf(name: string): Promise<Thumbnail | null> {
  const file = path.join(folder, name);
  return makeThumbnail(file, await sniffType(file, name));
}

beforeAll(async () => {
  // What draws thumbnails shuts it, once it is loaded; here it looks at what was drawn.
  await thumbnailOf('picture.png');
  sharp.unblock({ operation: ['VipsForeignLoadSvg'] });
});

/** What is in the middle of a picture, as red, green and blue. */
async function middle(picture: Thumbnail): Promise<number[]> {
  const { data } = await sharp(Buffer.from(picture))
    .resize(3, 3, { fit: 'fill' })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return [...data.subarray(12, 15)];
}

test('whatever is sent, it has a thumbnail within bounds that other programs read, or none', async () => {
  const shown: string[] = [];
  for (const name of files) {
    const made = await thumbnailOf(name);
    if (!made) continue;
    shown.push(name);
    const { width, height, format, pages } = await sharp(Buffer.from(made)).metadata();
    expect([name, typeof made === 'string' ? 'svg' : 'webp']).toEqual([name, format]);
    expect(Math.max(width, height * (2 / 3))).toBeLessThanOrEqual(320);
    expect(pages ?? 1).toBe(1);
    expect(made.length).toBeLessThan(40_000);
  }
  expect(shown.filter((name) => !/^(?:cut|scan)-/.test(name))).toEqual([
    'chinese.pdf',
    'gauge.py',
    'heights.csv',
    'heights.ods',
    'heights.xlsx',
    'moving.gif',
    'notes.txt',
    'photo.heic',
    'photo.jpg',
    'picture.avif',
    'picture.png',
    'picture.webp',
    'report.docx',
    'report.md',
    'report.odt',
    'report.pdf',
    'report.rtf',
    'talk.odp',
    'talk.pptx',
  ]);
});

test('a photo of a phone looks as it does unpacked by another program', async () => {
  const [heic, jpeg] = await Promise.all([thumbnailOf('photo.heic'), thumbnailOf('photo.jpg')]);
  const [one, other] = await Promise.all([middle(heic!), middle(jpeg!)]);
  one.forEach((colour, at) => expect(Math.abs(colour - other[at]!)).toBeLessThan(12));
});

test('a picture is turned as it was held', async () => {
  const lying = await sharp({ create: { width: 400, height: 200, channels: 3, background: '#20c040' } })
    .jpeg()
    .withMetadata({ orientation: 6 })
    .toBuffer();
  const file = path.join(await fs.mkdtemp('/tmp/vestibul-held-'), 'held.jpg');
  await fs.writeFile(file, lying);
  const made = await makeThumbnail(file, { mime: 'image/jpeg', extension: 'jpg' });
  expect(await sharp(Buffer.from(made!)).metadata()).toMatchObject({ width: 200, height: 400 });
  await fs.rm(path.dirname(file), { recursive: true });
});

test('what is a picture by its name alone is not opened by what could read it otherwise', async () => {
  sharp.block({ operation: ['VipsForeignLoadSvg'] });
  const file = path.join(await fs.mkdtemp('/tmp/vestibul-named-'), 'drawing.png');
  await fs.writeFile(file, '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
  expect(await makeThumbnail(file, { mime: 'image/png', extension: 'png' })).toBeNull();
  sharp.unblock({ operation: ['VipsForeignLoadSvg'] });
  await fs.rm(path.dirname(file), { recursive: true });
});

test('any text is drawn as XML that a strict reader takes, and nothing of it stands in it as more than text', async () => {
  await fc.assert(
    fc.asyncProperty(fc.string({ unit: 'binary', maxLength: 300 }), async (text) => {
      for (const drawn of [drawText(`begin ${text}`), drawTable(`a,${text}`)])
        expect((await sharp(Buffer.from(drawn!)).metadata()).format).toBe('svg');
    }),
    { numRuns: 60 },
  );
  const drawn = drawText('<script>alert(1)</script> & "so" <image href="x"/>')!;
  expect(drawn).not.toMatch(/<script|<image/);
  expect(drawn).toContain('&lt;script&gt;');
});

test('lines are cut where words end, wide letters count twice, and an empty text has none', () => {
  expect(breakLines('one two three', 60, 9)).toEqual(['one two', 'three']);
  expect(breakLines('\n\n first \r\n\n second', 200, 9)).toEqual(['first', 'second']);
  expect(breakLines('abcdefghij', 45, 9)).toEqual(['abcde', 'fghij']);
  expect(breakLines('川の水位を測る', 64, 9)).toEqual(['川の水位', 'を測る']);
  expect(breakLines('one two three', 60, 1)).toEqual(['one two']);
  expect(drawText(' \n ')).toBeNull();
  expect(drawTable(',,\n,,')).toBeNull();
});

test('lines written from the right begin there', () => {
  expect(drawText('قياس مستوى الماء')).toMatch(/<text x="302"[^>]* direction="rtl">/);
  expect(drawText('1. Water')).toMatch(/<text x="18"[^>]*[^l]">1\. Water/);
});
