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

/** Separators of addresses: a semicolon or the end of a line always, a comma where the rest stays addresses. */
const CUTS = [/[;\n]/, /[;,\n](?=(?:[^"]*"[^"]*")*[^"]*$)/];

/** Reads a list of addresses as a mail program writes them (RFC 5322, section 3.4, and looser); null where it is none. */
export function readAddresses(source: string): Lines | null {
  if (!source.includes('@') || source.includes('\t')) return null;
  const text = source.replace(/\r\n?/g, '\n').replace(FIELD, '');
  for (const cut of CUTS) {
    const rows: string[][] = [];
    const lines: number[] = [];
    let at = 0;
    let isList = true;
    for (const piece of text.split(cut)) {
      const start = text.indexOf(piece, at);
      at = start + piece.length;
      if (piece.trim() === '') continue;
      const entry = entryOf(piece);
      if (!entry) {
        isList = false;
        break;
      }
      rows.push(entry);
      lines.push(text.slice(0, start + piece.search(/\S/)).split('\n').length);
    }
    if (isList && rows.length > 0) return { rows, lines };
  }
  return null;
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
