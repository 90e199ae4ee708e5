import fs from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { Document, Packer, Paragraph } from 'docx';
import { PDFDocument, StandardFonts } from 'pdf-lib';
import sharp from 'sharp';
import { makeIdentifier, weighBeside } from '@vestibul/core';
import { makePile, makeRandom } from '@vestibul/core/testing/pile';
import { sniffType } from '../intake/sniff';
import { madeZip } from '../testing/madeZip';
import { nothing } from './Inside';
import { evidenceOfInside, readInside } from './readInside';

let folder: string;
beforeAll(async () => {
  folder = await fs.mkdtemp(path.join(os.tmpdir(), 'inside-'));
});
afterAll(() => fs.rm(folder, { recursive: true }));

async function inside(name: string, bytes: Uint8Array) {
  const file = path.join(folder, name);
  await fs.writeFile(file, bytes);
  const { mime, extension } = await sniffType(file, name);
  return readInside(file, mime, extension);
}

async function docx(
  lines: readonly string[],
  facts: { creator?: string; title?: string } = {},
): Promise<Buffer> {
  const document = new Document({
    ...facts,
    sections: [{ children: lines.map((text) => new Paragraph(text)) }],
  });
  return Packer.toBuffer(document);
}

/** The standard fonts of PDF hold the letters of Windows-1252 alone (PDF 32000-1, annex D). */
const inPdf = (text: string) => /^[\x20-\x7e\xa0-\xff]*$/.test(text);

async function pdf(
  lines: readonly string[],
  facts: { author?: string; title?: string } = {},
): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  const page = document.addPage([300, 400]);
  lines.filter(inPdf).forEach((text, i) => page.drawText(text, { x: 20, y: 370 - 18 * i, size: 11, font }));
  if (facts.author) document.setAuthor(facts.author);
  if (facts.title) document.setTitle(facts.title);
  return document.save();
}

/** EXIF's texts are ASCII (EXIF 2.32, 4.6.2), so marks are lost. */
const jpeg = (artist: string, description = '') =>
  sharp({ create: { width: 8, height: 8, channels: 3, background: '#446' } })
    .withExif({ IFD0: { Artist: artist, ...(description ? { ImageDescription: description } : {}) } })
    .jpeg()
    .toBuffer();

describe('what files say of themselves', () => {
  test.each([
    ['a.docx', 'word/comments.xml', '<w:comments><w:comment w:author="Mai Đặng"/></w:comments>'],
    [
      'a.pptx',
      'ppt/commentAuthors.xml',
      '<p:cmAuthorLst><p:cmAuthor id="0" name="Mai Đặng"/></p:cmAuthorLst>',
    ],
    ['a.xlsx', 'xl/comments1.xml', '<comments><authors><author>Mai Đặng</author></authors></comments>'],
    [
      'a.odt',
      'content.xml',
      '<office:text><dc:creator>No</dc:creator><office:annotation><dc:creator>Mai Đặng</dc:creator></office:annotation></office:text>',
    ],
  ])('who made comments in %s is only mentioned', async (name, part, xml) => {
    const file = path.join(folder, name);
    await fs.writeFile(file, madeZip([{ name: part, bytes: Buffer.from(xml) }]));
    const read = await readInside(file, '', name.split('.')[1]!);
    expect(read.commented).toEqual(['Mai Đặng']);
    expect(evidenceOfInside(read)).toContainEqual({ kind: 'line', text: 'Mai Đặng', isMention: true });
  });

  test('a program’s package: the text of its preview and its property lists', async () => {
    const list = '<plist version="1.0"><dict><key>Author</key><string>Ana Lee</string></dict></plist>';
    const read = await inside(
      'map.key',
      madeZip([
        { name: 'Index/Document.bin', bytes: Buffer.from('x') },
        { name: 'QuickLook/Preview.pdf', bytes: await pdf(['Name: Ana Lee']) },
        { name: 'Metadata/Properties.plist', bytes: Buffer.from(list) },
        { name: 'Metadata/Other.plist', bytes: Buffer.from('bplist00<key>Author</key><string>Nia</string>') },
      ]),
    );
    expect(read.text).toContain('Name: Ana Lee');
    expect(read.fields).toBe('Author: Ana Lee');
    expect(evidenceOfInside(read).filter(({ kind }) => kind === 'label')).toHaveLength(2);
  });

  test('a word document: its author, its title, its text with a line for each paragraph', async () => {
    const read = await inside(
      'a.docx',
      await docx(['Name: Ana Ölün & Söhne', 'Period 2'], { creator: 'Ana Ölün', title: 'Map key' }),
    );
    expect(read.authors).toContain('Ana Ölün');
    expect(read.title).toBe('Map key');
    expect(read.text.split('\n').slice(0, 2)).toEqual(['Name: Ana Ölün & Söhne', 'Period 2']);
  });

  test('a PDF: its author, its title and its text', async () => {
    const read = await inside(
      'a.pdf',
      await pdf(['Name: José Ramírez', 'Map key'], { author: 'José Ramírez', title: 'Map key' }),
    );
    expect(read).toMatchObject({ authors: ['José Ramírez'], title: 'Map key' });
    expect(read.text).toContain('Name: José Ramírez');
  });

  test('a photo: who took it', async () => {
    expect(await inside('a.jpg', await jpeg('Chidi Abara', 'Hill profile'))).toMatchObject({
      authors: ['Chidi Abara'],
      title: 'Hill profile',
    });
  });

  test.each([
    ['one folder', ['Chidi Abara weir/map.txt', 'Chidi Abara weir/data/log.csv'], 'Chidi Abara weir'],
    ['one file', ['__MACOSX/._Mai Đặng log.pdf', 'Mai Đặng log.pdf'], 'Mai Đặng log'],
    ['several', ['Chidi Abara.txt', 'Mai Đặng.txt'], ''],
    ['nothing', [], ''],
  ])('an archive within a pile, of %s', async (_what, names, title) => {
    const zip = madeZip(names.map((name) => ({ name, bytes: Buffer.from('x') })));
    expect(await inside('a.zip', zip)).toEqual({ ...nothing, title });
  });

  test('an open document: its author and its text', async () => {
    const odt = madeZip([
      { name: 'mimetype', bytes: Buffer.from('application/vnd.oasis.opendocument.text'), stored: true },
      {
        name: 'meta.xml',
        bytes: Buffer.from(
          '<office:document-meta><office:meta><meta:initial-creator>Mai Đặng</meta:initial-creator><dc:title>Log</dc:title></office:meta></office:document-meta>',
        ),
      },
      {
        name: 'content.xml',
        bytes: Buffer.from(
          '<office:text><text:p>One<text:s/>two</text:p><text:p>A &amp; B</text:p></office:text>',
        ),
      },
    ]);
    expect(await inside('a.odt', odt)).toMatchObject({
      authors: ['Mai Đặng'],
      title: 'Log',
      text: 'One two\nA & B\n',
    });
  });

  test.each([
    ['a.docx', Buffer.from('PK\x03\x04 not a document')],
    ['b.pdf', Buffer.from('%PDF-1.7\nbroken')],
    ['c.jpg', Buffer.from([0xff, 0xd8, 0xff, 0xe1, 0, 9, 1, 2, 3])],
    ['d.docx', madeZip([{ name: 'docProps/core.xml', bytes: Buffer.from('<a><b>') }])],
    ['e.bin', Buffer.from([1, 2, 3])],
    [
      'entities.docx',
      madeZip([
        {
          name: 'docProps/core.xml',
          bytes: Buffer.from(
            `<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa">${[...'bcdefghi'].map((name, i) => `<!ENTITY ${name} "${`&${'abcdefgh'[i]};`.repeat(10)}">`).join('')}]><x><dc:title>&i;</dc:title></x>`,
          ),
        },
      ]),
    ],
  ])('%s that is damaged says nothing and harms nothing', async (name, bytes) => {
    const { authors, title } = await inside(name, bytes);
    expect([authors, title.replace('&i;', '')]).toEqual([[], '']);
  });
});

describe('300 real files with useless names and telling insides', () => {
  test('at least 90 in 100 are filed, none under somebody else', async () => {
    const { course } = makePile(77, 150, 0);
    const identifier = makeIdentifier(course);
    const random = makeRandom(7);
    const pick = <One>(from: readonly One[]): One => from[Math.floor(random() * from.length)]!;
    let [filed, misfiled, placed] = [0, 0, 0];
    const strangers = ['Microsoft Office User', 'admin', 'Room 12 Laptop', 'python-docx', ''];
    for (let i = 0; i < 300; i += 1) {
      const student = pick(course.students);
      const work = pick(course.assignments);
      const { first, last, period } = student.values;
      const whole = `${String(first)} ${String(last)}`;
      const lines = pick([
        [`Name: ${whole}`, `Period: ${String(period)}`, work.titles[0]!, 'The water rose after the rain.'],
        [work.titles[0]!, `by ${whole}`, '', 'What follows is what I saw.'],
        [`${whole}    Period ${String(period)}`, work.titles[0]!, 'On Monday it rained.'],
      ]);
      const author = pick([whole, whole, pick(strangers)]);
      const kind = i % 3;
      const bytes =
        kind === 0
          ? await docx(lines, { creator: author })
          : kind === 1
            ? await pdf(lines, inPdf(author) ? { author } : {})
            : await jpeg(whole, work.titles[0]);
      const read = await inside(`scan_${i}.${['docx', 'pdf', 'jpg'][kind]}`, bytes);
      const answer = identifier.identify(`scan_${i}`, weighBeside(identifier, evidenceOfInside(read)));
      if (answer.decision !== 'file') continue;
      if (answer.students.join() === student.id) filed += 1;
      else misfiled += 1;
      if (answer.assignment === work.id) placed += 1;
      else expect(answer.assignment).toBeNull();
    }
    expect(misfiled).toBe(0);
    expect(filed).toBeGreaterThanOrEqual(270);
    expect(placed).toBeGreaterThanOrEqual(200);
  });
});
