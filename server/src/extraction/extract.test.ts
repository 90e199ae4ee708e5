import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { Document, HeadingLevel, ImageRun, Packer, Paragraph } from 'docx';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { PDFDocument, PDFName, PDFString } from 'pdf-lib';
import { progressOf, type Extracted } from '@vestibul/core';
import { readWork } from './readWork';

/** Files that pandoc and LibreOffice wrote (bench/insides/make.mjs). */
const made = path.resolve('server/src/extraction/testing/files');
let folder: string;
beforeAll(() => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), 'extract-'));
});
afterAll(() => fs.rmSync(folder, { recursive: true }));

const inside = async (file: string) => (await readWork(file)).inside;
const put = async (name: string, bytes: Uint8Array) => {
  const file = path.join(folder, name);
  fs.writeFileSync(file, bytes);
  return inside(file);
};
const state = (blank: Extracted | null, copy: Extracted | null) => progressOf(blank!, copy!).state;

test('one document in five formats, written by programs that are not ours, is untouched in each', async () => {
  const forms = [
    'pandoc-form.odt',
    'libreoffice-form.odt',
    'libreoffice-form.pdf',
    'pandoc-form.rtf',
    'pandoc-form.pptx',
  ];
  const [blank, ...others] = await Promise.all(forms.map((name) => inside(path.join(made, name))));
  expect(blank!.text).toContain('The water rose');
  expect(others.map((copy) => state(blank!, copy))).toEqual(Array(4).fill('untouched'));
  expect(state(blank!, await inside(path.join(made, 'pandoc-marks.odt')))).not.toBe('untouched');
});

describe('a document of a text program', () => {
  const picture = fs.readFileSync(path.join(made, 'imagemagick.png'));
  const write = (lines: readonly string[], pictures: readonly Uint8Array[] = []) =>
    Packer.toBuffer(
      new Document({
        sections: [
          {
            children: [
              new Paragraph({ text: 'Stream gauge log', heading: HeadingLevel.HEADING_1 }),
              ...lines.map((text) => new Paragraph(text)),
              ...pictures.map(
                (data) =>
                  new Paragraph({
                    children: [
                      new ImageRun({ type: 'png', data, transformation: { width: 40, height: 40 } }),
                    ],
                  }),
              ),
            ],
          },
        ],
      }),
    );
  const questions = ['What did the water look like?', 'Which day was the highest?'];

  test('is read to its end, however long it is', async () => {
    const lines = Array.from({ length: 3000 }, (_, i) => `Line ${i} of a long report about the brook.`);
    const read = await put('long.docx', await write([...lines, 'The very last word.']));
    expect(read!.text).toContain('The very last word.');
  });

  test('that was only opened and saved is untouched; with words or a picture of its own it is not', async () => {
    const blank = await write(questions, [picture]);
    // As another program packs it: other names, another small picture of itself, parts in another order.
    const parts = unzipSync(blank);
    const again = Object.entries(parts)
      .toReversed()
      .map(([name, bytes]): [string, Uint8Array] =>
        name.startsWith('word/media/') ? ['word/media/image1.png', bytes] : [name, bytes],
      );
    const saved = zipSync(
      Object.fromEntries([...again, ['docProps/thumbnail.jpeg', strToU8('new at every saving')]]),
    );
    const read = await put('blank.docx', blank);
    expect(state(read, await put('saved.docx', saved))).toBe('untouched');
    expect(state(read, await put('named.docx', await write([...questions, 'Brown.'], [picture])))).toBe(
      'begun',
    );
    const drawn = await write(questions, [picture, fs.readFileSync(path.join(made, 'exiftool.jpg'))]);
    expect(state(read, await put('drawn.docx', drawn))).toBe('begun');
  });

  test('that is cut off or no document at all is not read, rather than read as empty', async () => {
    const whole = await write(questions);
    expect(await put('cut.docx', whole.subarray(0, whole.length / 2))).toBeNull();
    expect(await put('none.odt', strToU8('no document'))).toBeNull();
  });
});

describe('a PDF', () => {
  const write = async (fill?: (pdf: PDFDocument) => void) => {
    const pdf = await PDFDocument.create();
    const page = pdf.addPage();
    page.drawText('What did the water look like?', { x: 50, y: 700 });
    pdf.getForm().createTextField('answer').addToPage(page, { x: 50, y: 600 });
    fill?.(pdf);
    return pdf.save();
  };

  test('is worked in by its form, by a note and by what is drawn on it', async () => {
    const blank = await put('blank.pdf', await write());
    expect(state(blank, await put('same.pdf', await write()))).toBe('untouched');
    const filled = await put(
      'filled.pdf',
      await write((pdf) => pdf.getForm().getTextField('answer').setText('Brown and high')),
    );
    expect(progressOf(blank!, filled!)).toMatchObject({ state: 'begun', added: expect.any(Number) });
    const drawn = await write((pdf) => {
      const ink = pdf.context.obj({
        Type: 'Annot',
        Subtype: 'Ink',
        Rect: [50, 400, 90, 440],
        InkList: [[50, 400, 90, 440]],
        Contents: PDFString.of('a wave'),
      });
      pdf.getPage(0).node.set(PDFName.of('Annots'), pdf.context.obj([pdf.context.register(ink)]));
    });
    expect(state(blank, await put('drawn.pdf', drawn))).toBe('begun');
  });

  test('that is damaged is not read', async () => {
    expect(await put('damaged.pdf', strToU8('%PDF-1.7\nnothing of it is left'))).toBeNull();
  });
});

test('what is no text is told by its bytes', async () => {
  const photo = fs.readFileSync(path.join(made, 'exiftool.jpg'));
  const [blank, same, other] = [
    await put('a.jpg', photo),
    await put('b.jpg', photo),
    await inside(path.join(made, 'imagemagick.png')),
  ];
  expect(state(blank, same)).toBe('untouched');
  expect(state(blank, other)).toBe('begun');
});
