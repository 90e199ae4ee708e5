import { readFileSync } from 'node:fs';
import { describe, expect, it, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import type { ReadDocument } from './ReadDocument';
import { readEpub } from './readEpub';
import { readOds } from './readOds';
import { readOpenDocument } from './readOpenDocument';
import { readRtf } from './readRtf';
import { readPptx } from './readSlides';
import { whyOf } from './Unreadable';

/** Files made by tools that nobody here wrote; their script lies beside them. */
const fileOf = (name: string) =>
  bytesOf(readFileSync(new URL(`../../../../../e2e/files/every/${name}`, import.meta.url)));
const bytesOf = (bytes: Uint8Array): ArrayBuffer => new Uint8Array(bytes).buffer;

/** What is read, with its pictures named only. */
const htmlOf = ({ html }: ReadDocument) => html.replace(/<img src="data:(image\/\w+)[^"]*">/g, '[$1]');

const why = (read: (bytes: ArrayBuffer) => unknown, bytes: ArrayBuffer) => {
  try {
    read(bytes);
    return null;
  } catch (error) {
    return whyOf(error);
  }
};

describe('slides', () => {
  const table =
    '<table><tr><td><p>Day</p></td><td><p>Height</p></td></tr><tr><td><p>Monday</p></td><td><p>41 cm</p></td></tr></table>';

  it('of pandoc are read in their order: titles, lines, pictures, tables, and what is said to them', () => {
    const read = readPptx(fileOf('talk.pptx'));
    expect(htmlOf(read)).toBe(
      '<section class="slide"><p class="louder">What the weir told us</p><p>It rose</p><p>It fell</p><blockquote><p>Begin with the picture.</p></blockquote></section>' +
        '<section class="slide"><p class="louder">The gauge</p>[image/png]<p>The gauge</p></section>' +
        `<section class="slide"><p class="louder">Heights</p>${table}</section>`,
    );
    expect(read.missing).toEqual([]);
  });

  it('of LibreOffice say the same, without the number that every slide has', () => {
    const html = htmlOf(readOpenDocument(fileOf('talk.odp')));
    expect(html.match(/<section class="slide">/g)).toHaveLength(3);
    expect(
      html
        .replace(/<[^>]+>/g, ' ')
        .replace(/\s+/g, ' ')
        .trim(),
    ).toBe(
      'What the weir told us It rose It fell Begin with the picture. The gauge [image/png] The gauge Heights Day Height Monday 41 cm',
    );
    expect(html).toContain('<p class="louder">The gauge</p>');
    // Two slides have notes in which nothing stands.
    expect(html.match(/<blockquote>/g)).toHaveLength(1);
  });

  const slideOf = (shapes: string) =>
    bytesOf(
      zipSync({
        'ppt/presentation.xml': strToU8(
          '<p:presentation><p:sldIdLst><p:sldId r:id="b"/><p:sldId r:id="a"/></p:sldIdLst></p:presentation>',
        ),
        'ppt/_rels/presentation.xml.rels': strToU8(
          '<Relationships><Relationship Id="a" Target="slides/slide1.xml"/><Relationship Id="b" Target="/ppt/slides/slide2.xml"/></Relationships>',
        ),
        'ppt/slides/slide1.xml': strToU8(`<p:sld>${shapes}</p:sld>`),
        'ppt/slides/slide2.xml': strToU8(
          '<p:sld><a:p><a:r><a:t>first &lt;b&gt;</a:t></a:r><a:br/><a:r><a:t>it</a:t></a:r></a:p></p:sld>',
        ),
      }),
    );

  it('stand as the presentation orders them, and nothing in their words is markup', () => {
    expect(readPptx(slideOf('<a:p><a:r><a:t>second</a:t></a:r></a:p>')).html).toBe(
      '<section class="slide"><p>first &lt;b&gt;<br>it</p></section><section class="slide"><p>second</p></section>',
    );
  });

  it('say what of them is not shown', () => {
    const read = readPptx(
      slideOf(
        '<p:sp><p:nvPr><p:ph type="sldNum"/></p:nvPr><a:p><a:r><a:t>7</a:t></a:r></a:p></p:sp><p:graphicFrame><c:chart r:id="x"/></p:graphicFrame><a:prstGeom prst="star5"/><a:prstGeom prst="rect"/><p:timing/>',
      ),
    );
    expect(read.html).not.toContain('7');
    expect(read.missing).toEqual(['charts', 'drawings', 'movements']);
  });
});

test('a book of pandoc is read chapter by chapter, with its picture', () => {
  const html = htmlOf(readEpub(fileOf('report.epub')));
  expect(html).toContain('<p class="louder">Weir report</p>');
  expect(html).toContain('<em>before the weekend</em>');
  expect(html).toContain('<li>read by Anaïs Đặng</li>');
  expect(html).toContain('[image/png]');
  expect(html).not.toMatch(/<(?:script|style|link|title|h1|section class)/);
});

test('of a book everything that could run or lead elsewhere is left out, and told where it is work', () => {
  const book = bytesOf(
    zipSync({
      'META-INF/container.xml': strToU8('<container><rootfile full-path="x/b.opf"/></container>'),
      'x/b.opf': strToU8(
        '<package><manifest><item id="one" href="text/a%20b.xhtml#top"/><item id="two" href="gone.xhtml"/></manifest><spine><itemref idref="two"/><itemref idref="one"/></spine></package>',
      ),
      'x/text/a b.xhtml': strToU8(
        '<html><head><title>No</title></head><body><h2>One</h2><p onclick="x()">It <a href="http://x.example">leads</a><br/>on</p><script>alert(1)</script><svg><text>drawn</text></svg><img src="../../pic.png"/></body></html>',
      ),
    }),
  );
  const read = readEpub(book);
  expect(read.html).toBe('<section><p class="louder">One</p><p>It leads<br>on</p></section>');
  expect(read.missing).toEqual(['drawings']);
});

test('a rich text of pandoc is read line by line, and says that its look and its pictures are missing', () => {
  const { html, missing } = readRtf(fileOf('report.rtf'));
  expect(html).toContain('<p>The water rose after the rain of Monday and fell again before the weekend.</p>');
  expect(html).toContain('Anaïs Đặng');
  expect(missing).toEqual(['how it is set', 'pictures']);
});

test.each([
  ['locked-report.odt', readOpenDocument, 'password'],
  ['locked-heights.ods', readOds, 'password'],
  ['cut-report.odt', readOpenDocument, 'damaged'],
  ['cut-talk.odp', readOpenDocument, 'damaged'],
  ['cut-talk.pptx', readPptx, 'damaged'],
  ['cut-report.epub', readEpub, 'damaged'],
  ['notes.txt', readRtf, 'damaged'],
  ['report.docx', readEpub, 'damaged'],
  ['report.docx', readPptx, 'damaged'],
])('%s cannot be read: %#', (name, read, reason) => {
  expect(why(read, fileOf(name))).toBe(reason);
});
