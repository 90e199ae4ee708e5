import { buffer } from 'node:stream/consumers';
import writeWorkbook from 'write-excel-file/node';
import { ZipFile } from 'yazl';
import type { Chance } from '../random';
import { places, sentences } from './texts';

const trees = ['oak', 'ash', 'hazel', 'rowan', 'field maple'];

/** A workbook as students keep one: what was counted, and what it comes to on a sheet of its own. */
export function makeXlsx(chance: Chance, isDraft: boolean): Promise<Buffer> {
  const counted = Array.from({ length: chance.between(10, 40) }, (_, i) => ({
    plot: i + 1,
    place: chance.pick(places),
    tree: chance.pick(trees),
    girth: chance.between(18, 240) / 2,
  }));
  // The day before, the last three plots were still to be counted.
  const rows = isDraft ? counted.slice(0, -3) : counted;
  const bold = (value: string) => ({ value, fontWeight: 'bold' as const });
  const sums = trees.map((tree) => {
    const girths = rows.filter((row) => row.tree === tree).map(({ girth }) => girth);
    const mean = girths.reduce((sum, girth) => sum + girth, 0) / Math.max(1, girths.length);
    return [tree, girths.length, { value: mean, type: Number, format: '0.0' }];
  });
  return writeWorkbook([
    {
      sheet: 'Plots',
      data: [
        ['plot', 'place', 'tree', 'girth in cm'].map(bold),
        ...rows.map(({ plot, place, tree, girth }) => [plot, place, tree, girth]),
      ],
    },
    { sheet: 'Trees', data: [['tree', 'how many', 'mean girth'].map(bold), ...sums] },
  ]).toBuffer();
}

const NAMESPACES = ['office', 'style', 'text', 'fo']
  .map((name) => {
    const of = name === 'fo' ? 'xsl-fo-compatible' : name;
    return `xmlns:${name}="urn:oasis:names:tc:opendocument:xmlns:${of}:1.0"`;
  })
  .join(' ');

/** A text document as OpenDocument writes one. */
export function makeOdt(chance: Chance, title: string, author: string, isDraft: boolean): Promise<Buffer> {
  const said = sentences(chance, chance.between(4, 9));
  const [first, ...more] = isDraft ? said.slice(0, -1) : said;
  const item = (text: string) => `<text:list-item><text:p>${text}</text:p></text:list-item>`;
  const zip = new ZipFile();
  // The first part is the type, and is not packed (OpenDocument 1.3 part 2, section 3.3).
  zip.addBuffer(Buffer.from('application/vnd.oasis.opendocument.text'), 'mimetype', { compress: false });
  zip.addBuffer(
    Buffer.from(
      `<?xml version="1.0" encoding="UTF-8"?><office:document-content ${NAMESPACES} office:version="1.3"><office:automatic-styles><style:style style:name="B" style:family="text"><style:text-properties fo:font-weight="bold"/></style:style></office:automatic-styles><office:body><office:text><text:h text:outline-level="1">${title}</text:h><text:p>Name: ${author}</text:p><text:p><text:span text:style-name="B">What I saw.</text:span> ${first}</text:p><text:list>${more.map(item).join('')}</text:list></office:text></office:body></office:document-content>`,
    ),
    'content.xml',
  );
  zip.addBuffer(
    Buffer.from(
      `<?xml version="1.0" encoding="UTF-8"?><manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3"><manifest:file-entry manifest:full-path="/" manifest:media-type="application/vnd.oasis.opendocument.text"/><manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/></manifest:manifest>`,
    ),
    'META-INF/manifest.xml',
  );
  zip.end();
  return buffer(zip.outputStream);
}
