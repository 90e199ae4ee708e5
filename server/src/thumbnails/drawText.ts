import { readRows } from '@vestibul/core';

/** Width and height of a thumbnail of text, in pixels. */
export const SHEET = { width: 320, height: 240 };
const MARGIN = 18;
const LINE = 21;
const SIZE = 16;
const MOST_LINES = Math.floor((SHEET.height - MARGIN) / LINE);
/** How wide a letter is as a rule, as a part of its height: of most scripts, and of those that are written in squares (common practice, no source). */
const NARROW = 0.52;
const WIDE = 1;
const IS_WIDE =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}\p{Emoji_Presentation}]/u;
const FROM_THE_RIGHT = /^[^\p{L}]*[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}]/u;
const MOST_COLUMNS = 4;

const graphemes = new Intl.Segmenter(undefined, { granularity: 'grapheme' });
const wordParts = new Intl.Segmenter(undefined, { granularity: 'word' });

/**
 * The first lines of a text as a small drawing (SVG 1.1), set in whatever fonts its reader has, so that every script is seen; null
 * of a text without a word.
 */
export function drawText(text: string): string | null {
  const lines = breakLines(text, SHEET.width - 2 * MARGIN, MOST_LINES);
  if (lines.length === 0) return null;
  return drawSheet(
    lines
      .map((line, at) => {
        const fromRight = FROM_THE_RIGHT.test(line);
        const x = fromRight ? SHEET.width - MARGIN : MARGIN;
        return word(line, x, MARGIN + SIZE + at * LINE, fromRight);
      })
      .join(''),
  );
}

/** The first cells of a table as a small drawing; null of a table without anything in it. */
export function drawTable(text: string): string | null {
  const rows = readRows(text, MOST_LINES).filter((row) => row.some((cell) => cell.trim() !== ''));
  if (rows.length === 0) return null;
  const columns = Math.min(MOST_COLUMNS, Math.max(...rows.map((row) => row.length)));
  const width = SHEET.width / columns;
  const height = SHEET.height / MOST_LINES;
  const cells = rows.flatMap((row, down) =>
    row.slice(0, columns).flatMap((cell, across) => {
      const [line] = breakLines(cell, width - 12, 1);
      return line === undefined ? [] : [word(line, across * width + 6, down * height + 16, false)];
    }),
  );
  const ruled = [
    ...rows.map((_, down) => `M0 ${(down + 1) * height}H${SHEET.width}`),
    ...Array.from({ length: columns - 1 }, (_, at) => `M${(at + 1) * width} 0V${SHEET.height}`),
  ].join('');
  return drawSheet(`<path d="${ruled}" stroke="#b9b7a8" fill="none"/>${cells.join('')}`);
}

const drawSheet = (inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SHEET.width} ${SHEET.height}"><rect width="100%" height="100%" fill="#fffefb"/><g font-family="'Atkinson Hyperlegible Next',sans-serif" font-size="${SIZE}" fill="#2b2e2c">${inside}</g></svg>`;

const word = (line: string, x: number, y: number, fromRight: boolean): string =>
  `<text x="${x}" y="${y}"${fromRight ? ' direction="rtl"' : ''}>${escape(line)}</text>`;

/** What XML 1.0 allows (2.2), and as its text. */
const escape = (text: string): string =>
  text
    // eslint-disable-next-line no-control-regex -- these are what is looked for
    .replace(/[\u0000-\u001f\u007f-\u009f\ufffe\uffff]|\p{Surrogate}/gu, ' ')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;');

/** The first lines of a text that are about so wide, empty ones left out; a word that is wider than a line is cut. */
export function breakLines(text: string, width: number, most: number): string[] {
  const lines: string[] = [];
  // Of one paragraph no more is looked at than could be seen.
  const longest = Math.ceil((width / (SIZE * NARROW)) * most) + 1;
  for (const paragraph of text.split(/[\r\n]+/u)) {
    if (lines.length >= most) break;
    let [line, used] = ['', 0];
    const end = () => {
      if (line.trim() !== '') lines.push(line.trim());
      [line, used] = ['', 0];
    };
    for (const { segment } of wordParts.segment(paragraph.replace(/\s+/gu, ' ').slice(0, longest * 4))) {
      if (lines.length >= most) break;
      if (used > 0 && used + widthOf(segment) > width) end();
      for (const { segment: letter } of graphemes.segment(segment)) {
        if (used + widthOf(letter) > width) end();
        if (line === '' && letter === ' ') continue;
        line += letter;
        used += widthOf(letter);
      }
    }
    end();
  }
  return lines.slice(0, most);
}

function widthOf(text: string): number {
  let letters = 0;
  for (const { segment } of graphemes.segment(text)) letters += IS_WIDE.test(segment) ? WIDE : NARROW;
  return letters * SIZE;
}
