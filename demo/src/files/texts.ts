import { Document, HeadingLevel, Packer, Paragraph } from 'docx';
import { PDFDocument, StandardFonts, rgb } from 'pdf-lib';
import type { Chance } from '../random';

export const places = [
  'the ford',
  'Harrow Beck',
  'the old quarry',
  'the north hedge',
  'Lark Moor',
  'the weir',
  'the school field',
];
const findings = [
  'The water stood %n cm above the mark and ran clear.',
  'We counted %n hazel stems on ten metres and one dead elm.',
  'The wind turned to the west around noon and the gauge fell %n mm.',
  'Nobody had walked the path since the rain, so the prints were ours.',
  'The slope is %n degrees at its steepest, measured twice.',
  'I was wrong about the bank last week: it is clay, not loam.',
  'Two readings differ by %n; we think the float was stuck.',
  'The farmer told us the hedge was planted in his grandfather’s time.',
];

export function sentences(chance: Chance, count: number): string[] {
  return Array.from(
    { length: count },
    () => `At ${chance.pick(places)}: ${chance.pick(findings).replace('%n', String(chance.between(2, 48)))}`,
  );
}

/** A text as it was a day before: a sentence was not there yet, and a number was read wrongly. */
const asDraft = (lines: readonly string[], isDraft: boolean): string[] =>
  isDraft
    ? lines
        .filter((_, i) => i % 4 !== 2)
        .map((line, i) => (i % 3 === 1 ? line : line.replace(/\d+/, (number) => String(Number(number) + 3))))
    : [...lines];

/** A report; `ends` are sentences that stand behind those of chance. */
export function makeDocx(
  chance: Chance,
  title: string,
  author: string,
  { isDraft, ends }: { isDraft: boolean; ends: readonly string[] },
): Promise<Buffer> {
  const lines = [...asDraft(sentences(chance, chance.between(5, 12)), isDraft), ...ends];
  const document = new Document({
    creator: author,
    title,
    sections: [
      {
        children: [
          new Paragraph({ text: title, heading: HeadingLevel.HEADING_1 }),
          new Paragraph(`Name: ${author}`),
          ...lines.map((text) => new Paragraph(text)),
        ],
      },
    ],
  });
  return Packer.toBuffer(document);
}

export async function makePdf(
  chance: Chance,
  title: string,
  madeAt: Date,
  isDraft: boolean,
): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  pdf.setCreationDate(madeAt);
  pdf.setModificationDate(madeAt);
  const heading = await pdf.embedFont(StandardFonts.HelveticaBold);
  const body = await pdf.embedFont(StandardFonts.Helvetica);
  for (let number = 1; number <= chance.between(1, 3); number += 1) {
    const page = pdf.addPage([595, 842]);
    page.drawText(number === 1 ? title : `${title}, page ${number}`, {
      x: 60,
      y: 770,
      size: 20,
      font: heading,
    });
    asDraft(sentences(chance, 9), isDraft).forEach((text, i) =>
      // The standard fonts hold the Latin letters of Windows-1252 only.
      page.drawText(text.replaceAll('’', "'"), {
        x: 60,
        y: 720 - i * 26,
        size: 11,
        font: body,
        color: rgb(0.1, 0.15, 0.14),
      }),
    );
  }
  return Buffer.from(await pdf.save());
}

export function makeTxt(chance: Chance, title: string, isDraft: boolean): Buffer {
  const lines = asDraft(sentences(chance, chance.between(4, 10)), isDraft);
  return Buffer.from(`${title}\n\n${lines.join('\n')}\n`);
}

export function makeCsv(chance: Chance, isDraft: boolean): Buffer {
  const rows = Array.from(
    { length: chance.between(8, 30) },
    (_, i) => `${i + 1},${chance.pick(places)},${chance.between(2, 60)},${(chance.next() * 20).toFixed(1)}`,
  );
  // The day before, two plots were still to be counted, and one was measured anew since.
  const written = isDraft ? rows.slice(0, -2).with(3, rows[3]!.replace(/[\d.]+$/, '7.7')) : rows;
  return Buffer.from(`plot,place,count,cm\r\n${written.join('\r\n')}\r\n`);
}

export function makeGpx(chance: Chance, startedAt: string): Buffer {
  const start = Date.parse(startedAt);
  let lat = 54.1 + chance.next() / 10;
  let lon = -2.3 + chance.next() / 10;
  const points = Array.from({ length: 40 }, (_, i) => {
    lat += (chance.next() - 0.4) / 2000;
    lon += (chance.next() - 0.4) / 2000;
    const time = new Date(start + i * 30_000).toISOString();
    // Up the valley to a ridge, along it and down a little; where it begins is as high as it lies north.
    const height = 180 + (lat - 54.1) * 900 + 46 * Math.sin(i / 14) + 3 * Math.sin(i / 2);
    return `    <trkpt lat="${lat.toFixed(6)}" lon="${lon.toFixed(6)}"><ele>${height.toFixed(1)}</ele><time>${time}</time></trkpt>`;
  });
  return Buffer.from(
    `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="Larkmoor" xmlns="http://www.topografix.com/GPX/1/1">\n  <trk><name>walk</name><trkseg>\n${points.join('\n')}\n  </trkseg></trk>\n</gpx>\n`,
  );
}
