import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import mammoth from 'mammoth';
import { missingInDocx } from './missingInDocx';
import { readOpenDocument } from './readOpenDocument';

/** Files made by programs that nobody here wrote. */
const fromOthers = (name: string) =>
  bytesOf(
    readFileSync(new URL(`../../../../../server/src/extraction/testing/files/${name}`, import.meta.url)),
  );
const bytesOf = (bytes: Uint8Array): ArrayBuffer => new Uint8Array(bytes).buffer;

const odtOf = (body: string, styles = '', parts: Record<string, Uint8Array> = {}) =>
  bytesOf(
    zipSync({
      'content.xml': strToU8(
        `<office:document-content><office:automatic-styles>${styles}</office:automatic-styles><office:body><office:text>${body}</office:text></office:body></office:document-content>`,
      ),
      ...parts,
    }),
  );
const htmlOf = (body: string, styles = '') => readOpenDocument(odtOf(body, styles)).html;

const LAST = 'The water rose after the rain of Monday and fell again before the weekend came to its end.';
const row = (...cells: string[]) =>
  `<tr>${cells.map((cell) => `<td colspan="1" rowspan="1"><p>${cell}</p></td>`).join('')}</tr>`;

describe('a text document as odt', () => {
  it.each([
    ['LibreOffice', 'libreoffice-marks.odt', row('Name', 'Score')],
    ['pandoc', 'pandoc-marks.odt', row('<strong>Name</strong>', '<strong>Score</strong>')],
  ])('by %s is laid out', (_, name, head) => {
    const { html, missing } = readOpenDocument(fromOthers(name));
    // White space between its elements is none of it.
    expect(html).toBe(
      `<table>${head}${row('Chidi Abara', '10')}${row('Mai Đặng', '9')}</table><p>${LAST}</p>`,
    );
    expect(missing).toEqual([]);
  });

  it('has its titles louder', () => {
    expect(readOpenDocument(fromOthers('pandoc.odt')).html).toBe(
      `<p class="louder">Weir report</p><p>Chidi Abara</p><p class="louder">Weir report</p><p>${LAST}</p>`,
    );
  });

  it('has its words as they are set: bold, slanted, spaces as written, nothing of it markup', () => {
    const styles =
      '<style:style style:name="B" style:family="text"><style:text-properties fo:font-weight="bold" fo:font-style="italic"/></style:style>' +
      '<style:style style:name="H" style:family="text"><style:text-properties style:text-position="super 58%"/></style:style>';
    expect(
      htmlOf(
        '<text:p>a &lt;b&gt;<text:s text:c="2"/> <text:span text:style-name="B">bold</text:span>\n  m<text:span text:style-name="H">2</text:span><text:line-break/>next</text:p>',
        styles,
      ),
    ).toBe('<p>a &lt;b&gt; &nbsp; <strong><em>bold</em></strong> m<sup>2</sup><br>next</p>');
  });

  it('has its lists, numbered where they are, one within another', () => {
    const styles =
      '<text:list-style style:name="L"><text:list-level-style-number text:level="1"/><text:list-level-style-bullet text:level="2"/></text:list-style>';
    expect(
      htmlOf(
        '<text:list text:style-name="L"><text:list-item><text:p>one</text:p><text:list><text:list-item><text:p>in it</text:p></text:list-item></text:list></text:list-item></text:list>',
        styles,
      ),
    ).toBe('<ol><li><p>one</p><ul><li><p>in it</p></li></ul></li></ol>');
  });

  it('has its pictures where they stand, its notes below, and goes on behind a frame', () => {
    const picture = Uint8Array.of(1, 2, 3);
    const { html, missing } = readOpenDocument(
      odtOf(
        '<text:p>before<draw:frame><draw:text-box><text:p>in a box</text:p></draw:text-box></draw:frame>behind<text:note><text:note-citation>1</text:note-citation><text:note-body><text:p>said below</text:p></text:note-body></text:note></text:p>' +
          '<text:p><draw:frame><draw:image xlink:href="Pictures/a.png"/></draw:frame><draw:frame><draw:image xlink:href="Pictures/b.emf"/></draw:frame></text:p>',
        '',
        { 'Pictures/a.png': picture, 'Pictures/b.emf': picture },
      ),
    );
    expect(html).toBe(
      '<p>before</p><p>in a box</p><p>behind<sup>1</sup></p><p><img src="data:image/png;base64,AQID"></p><ol><li></p><p>said below</p><p></li></ol>',
    );
    expect(missing).toEqual(['drawings']);
  });

  it('leaves out what was taken out and what is said beside it, and says so', () => {
    const { html, missing } = readOpenDocument(
      odtOf(
        '<text:tracked-changes><text:changed-region><text:deletion><text:p>gone</text:p></text:deletion></text:changed-region></text:tracked-changes>' +
          '<text:p>stays<office:annotation><dc:creator>A</dc:creator><text:p>aside</text:p></office:annotation><draw:frame><draw:object xlink:href="./Object 1"/></draw:frame></text:p>',
      ),
    );
    expect(html).toBe('<p>stays</p>');
    expect(missing).toEqual(['words that were taken out', 'comments', 'equations and charts']);
  });

  it('is refused where it is none', () => {
    for (const bytes of [strToU8('no package'), zipSync({ mimetype: strToU8('x') })])
      expect(() => readOpenDocument(bytesOf(bytes))).toThrow();
  });
});

const docxOf = (paragraph: string) =>
  bytesOf(
    zipSync({
      '[Content_Types].xml': strToU8(
        '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
      ),
      '_rels/.rels': strToU8(
        '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
      ),
      'word/document.xml': strToU8(
        `<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main" xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math" xmlns:mc="http://schemas.openxmlformats.org/markup-compatibility/2006" xmlns:wps="http://schemas.microsoft.com/office/word/2010/wordprocessingShape" xmlns:v="urn:schemas-microsoft-com:vml"><w:body><w:p>${paragraph}</w:p></w:body></w:document>`,
      ),
    }),
  );
const run = (text: string) => `<w:r><w:t>${text}</w:t></w:r>`;

describe('of a document as docx', () => {
  const box = (content: string) => `<w:txbxContent><w:p>${run(content)}</w:p></w:txbxContent>`;
  it.each([
    ['nothing that is all shown', run('shown'), []],
    ['equations', `<m:oMath><m:r><m:t>x=1</m:t></m:r></m:oMath>`, ['equations']],
    [
      'words that were taken out, and comments',
      '<w:del><w:r><w:delText>gone</w:delText></w:r></w:del><w:r><w:commentReference w:id="0"/></w:r>',
      ['words that were taken out', 'comments'],
    ],
    [
      'a text box that stands in a drawing alone',
      `<w:r><wps:wsp>${box('boxed')}</wps:wsp></w:r>`,
      ['text boxes'],
    ],
    [
      'no text box that is shown in its other form',
      `<w:r><mc:AlternateContent><mc:Choice><wps:wsp>${box('boxed')}</wps:wsp></mc:Choice><mc:Fallback><w:pict><v:textbox>${box('boxed')}</v:textbox></w:pict></mc:Fallback></mc:AlternateContent></w:r>`,
      [],
    ],
  ])('%s is told', async (_, paragraph, missing) => {
    const bytes = docxOf(paragraph);
    expect(missingInDocx(bytes)).toEqual(missing);
    const { value } = await mammoth.convertToHtml({ buffer: Buffer.from(bytes) });
    // What is told is what is not there, and no more.
    expect([value.includes('x=1'), value.includes('gone')]).toEqual([false, false]);
    expect(value.includes('boxed')).toBe(paragraph.includes('boxed') && missing.length === 0);
  });
});
