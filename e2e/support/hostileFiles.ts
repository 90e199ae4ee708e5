import { PDFDocument } from 'pdf-lib';
import { zipOf } from './pileOf';

/* Work that is broken, or made to break whoever looks at it. */

/** A PDF of so many empty pages. */
export async function pdfOf(pages: number): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  for (let i = 0; i < pages; i += 1) pdf.addPage([300, 400]);
  return Buffer.from(await pdf.save());
}

/** A PDF that asks for a password that nobody has (ISO 32000-1, section 7.6.3: standard security handler, revision 2). */
export async function lockedPdf(): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  pdf.addPage([300, 400]);
  const open = Buffer.from(await pdf.save({ useObjectStreams: false })).toString('latin1');
  const locked = `<< /Filter /Standard /V 1 /R 2 /P -4 /O <${'5a'.repeat(32)}> /U <${'a5'.repeat(32)}> >>`;
  return Buffer.from(
    open.replace(
      /trailer\s*<</,
      `trailer\n<< /Encrypt ${locked} /ID [<${'1b'.repeat(16)}> <${'1b'.repeat(16)}>]`,
    ),
    'latin1',
  );
}

/** What begins as a PDF and is none. */
export const brokenPdf = (): Buffer =>
  Buffer.concat([Buffer.from('%PDF-1.7\n'), Buffer.alloc(4000, 'no page at all '), Buffer.from('\n%%EOF')]);

/** A table of so many lines. */
export const tableOf = (lines: number): Buffer => Buffer.from('post,depth\n'.repeat(lines));

/** A document whose words unpack to more than a hundred megabytes. */
export function bombDocx(): Promise<Buffer> {
  const paragraph = '<w:p><w:r><w:t>42 cm</w:t></w:r></w:p>';
  return zipOf([
    [
      '[Content_Types].xml',
      '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
    ],
    [
      '_rels/.rels',
      '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
    ],
    [
      'word/document.xml',
      `<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${paragraph.repeat(4_000_000)}</w:body></w:document>`,
    ],
  ]);
}

/** The head of a picture of 30,000 pixels a side (PNG, ISO/IEC 15948, section 11.2.2). */
export function hugePng(): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    return Buffer.concat([length, Buffer.from(type), data, Buffer.alloc(4)]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(30_000, 0);
  head.writeUInt32BE(30_000, 4);
  head.set([1, 0, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([
    signature,
    chunk('IHDR', head),
    chunk('IDAT', Buffer.alloc(64)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
