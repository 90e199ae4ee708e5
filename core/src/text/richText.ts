/** Groups of Rich Text Format 1.9 that hold no text of the document. */
const NO_TEXT = new Set(
  'fonttbl colortbl stylesheet listtable listoverridetable pict object themedata datastore xmlnstbl rsidtbl generator'.split(
    ' ',
  ),
);
const HEADERS = new Set('header headerl headerr headerf footer footerl footerr footerf'.split(' '));
/** Fields of the group `info`. */
const FIELDS = new Map([
  ['author', 'authors'],
  ['operator', 'changedBy'],
  ['title', 'title'],
] as const);
const LINES = new Set(['par', 'line', 'row', 'sect', 'page']);
/** Deepest group that is read. */
const DEEPEST = 200;

type Into = 'text' | 'header' | 'authors' | 'changedBy' | 'title' | null;

/** What is in a document of Rich Text Format. */
export interface RichText extends Record<Exclude<Into, null>, string> {
  /** Whether it has pictures, or something made by another program, of which nothing is read. */
  hasPictures: boolean;
}

/** What holds a picture, or something that another program draws. */
const PICTURES = new Set(['pict', 'object']);

/**
 * Reads the text of Rich Text Format (version 1.9.1) in one pass: control words left out, letters by their numbers put in. It
 * ends once more than `longest` characters are read, or where groups lie deeper than any program writes.
 */
export function readRichText(rtf: string, longest: number): RichText {
  let hasPictures = false;
  const found = { text: '', header: '', authors: '', changedBy: '', title: '' };
  const groups: Into[] = ['text'];
  let skip = 0;
  let isInCell = false;
  const into = () => groups.at(-1) ?? null;
  const add = (more: string) => {
    if (skip > 0) skip -= 1;
    else if (into() !== null) found[into()!] += more;
  };
  const control = /\\([a-z]{1,32})(-?\d{1,10})? ?|\\'([\da-f]{2})|\\([^a-z\d])|([{}])|([^\\{}\r\n])/giu;
  for (const [, word, number, hex, sign, brace, letter] of rtf.matchAll(control)) {
    if (word !== undefined && PICTURES.has(word)) hasPictures = true;
    if (found.text.length > longest || groups.length > DEEPEST) break;
    if (letter !== undefined) add(letter);
    else if (brace === '{') groups.push(into());
    else if (brace === '}') groups.pop();
    // An optional destination that is not known is left out.
    else if (sign === '*') groups[groups.length - 1] = null;
    else if (sign === '~') add(' ');
    else if (sign !== undefined && /[\\{}]/u.test(sign)) add(sign);
    else if (hex !== undefined) add(WINDOWS.decode(Uint8Array.of(parseInt(hex, 16))));
    else if (word === 'u' && number !== undefined) {
      add(String.fromCharCode((Number(number) + 65_536) % 65_536));
      // What stands in for it where letters by number are not known (\uc, one sign unless said otherwise).
      skip = 1;
    } else if (word === undefined) continue;
    else if (word === 'intbl') isInCell = true;
    else if (word === 'pard') isInCell = false;
    // A line in a cell does not end its row.
    else if (LINES.has(word)) add(word === 'par' && isInCell ? ' ' : '\n');
    else if (word === 'tab' || word === 'cell') add('\t');
    else if (NO_TEXT.has(word) || word === 'info') groups[groups.length - 1] = null;
    else if (HEADERS.has(word)) groups[groups.length - 1] = 'header';
    else if (FIELDS.has(word as 'title')) groups[groups.length - 1] = FIELDS.get(word as 'title')!;
  }
  return { ...found, hasPictures };
}

const WINDOWS = new TextDecoder('windows-1252');
