import { looksLikeEmail } from './recogniseColumns';

/** Rows of a list that is no table of cells, with the line on which each stands, from 1. */
export interface Lines {
  rows: string[][];
  lines: number[];
}

/** `Last, First <address>`, `"Last, First" <address>`, `First Last (address)`, or an address alone. */
const ENTRY =
  /^\s*(?:"((?:[^"\\]|\\.)*)"|'([^']*)'|([^<>"]*?))\s*<\s*(?:mailto:)?([^<>\s]+@[^<>\s]+)\s*>\s*$/u;

function entryOf(text: string): string[] | null {
  const found = ENTRY.exec(text);
  if (found && looksLikeEmail(found[4]!))
    return [(found[1] ?? found[2] ?? found[3] ?? '').replace(/\\(.)/g, '$1').trim(), found[4]!];
  const alone = text.trim().replace(/^mailto:/i, '');
  return looksLikeEmail(alone) ? ['', alone] : null;
}

/** A field of a letter's head, before the addresses of a list that was copied out of it. */
const FIELD = /^\s*(to|cc|bcc|an|a|para|pour|aan|do|till|til)\s*:\s*/i;

/** Longest text that is one entry of a list of addresses. */
const LONGEST_ENTRY = 400;

/** The pieces of a text between separators that stand outside quotes, each with the line it begins on; one pass, however long. */
function* piecesOf(text: string, separators: string): Generator<{ piece: string; line: number }> {
  let isQuoted = false;
  let from = 0;
  let line = 1;
  let begins = 1;
  for (let i = 0; i <= text.length; i += 1) {
    const sign = text[i];
    if (sign === '"') isQuoted = !isQuoted;
    // A quote ends with its line: one that was left open must not swallow the rest.
    if (sign === '\n') isQuoted = false;
    if (sign === undefined || (!isQuoted && separators.includes(sign))) {
      yield { piece: text.slice(from, i), line: begins };
      from = i + 1;
      begins = sign === '\n' ? line + 1 : line;
    }
    if (sign === '\n') line += 1;
  }
}

/** Reads a list of addresses as a mail program writes them (RFC 5322, section 3.4, and looser); null where it is none. */
export function readAddresses(source: string): Lines | null {
  if (!source.includes('@') || source.includes('\t')) return null;
  const text = source.replace(/\r\n?/g, '\n').replace(FIELD, '');
  // A semicolon or the end of a line always stands between two; a comma does where the rest stays addresses.
  return entriesOf(text, ';\n') ?? entriesOf(text, ';,\n');
}

function entriesOf(text: string, separators: string): Lines | null {
  const found: Lines = { rows: [], lines: [] };
  for (const { piece, line } of piecesOf(text, separators)) {
    if (piece.trim() === '') continue;
    const entry = piece.length <= LONGEST_ENTRY ? entryOf(piece) : null;
    if (!entry) return null;
    found.rows.push(entry);
    found.lines.push(line);
  }
  return found.rows.length > 0 ? found : null;
}

/** The line of dashes below the headings of a table in Markdown. */
const RULE = /^[\s|:+=-]+$/;

/** A table drawn with bars, as in Markdown and in letters: its outer bars and its rules are left out. Same number of lines. */
export function withoutFrame(source: string): string {
  const lines = source.split(/\r\n|\r|\n/);
  const drawn = lines.filter((line) => /^\s*\|.*\|\s*$/.test(line)).length;
  if (drawn < 2) return source;
  return lines
    .map((line) => (RULE.test(line) ? '' : line.replace(/^\s*\|/, '').replace(/\|\s*$/, '')))
    .join('\n');
}

/** What stands before the lines of a list in a letter or a page: a dash, a dot, a number. */
const SIGN = /^[^\S\n]*(?:[-*•·–—]|\d{1,3}[.)])[^\S\n]+(?=\p{L})/u;

/** A list whose lines begin with signs or their numbers, without them; as it is where fewer than most lines do. */
export function withoutSigns(source: string): string {
  const lines = source.split(/\r\n|\r|\n/);
  const filled = lines.filter((line) => line.trim() !== '').length;
  const signed = lines.filter((line) => SIGN.test(line)).length;
  if (signed < 2 || signed * 2 <= filled) return source;
  // What stands above the first of them is a title.
  const first = lines.findIndex((line) => SIGN.test(line));
  return lines.map((line, i) => (i < first ? '' : line.replace(SIGN, ''))).join('\n');
}
