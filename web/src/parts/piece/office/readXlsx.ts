import { format, is_date, parse_date_code } from 'ssf';
import { leadsOf } from './leads';
import { OfficePackage, localName, walkXml } from './openPackage';
import { MOST_SHEETS, SheetFiller, type Sheet } from './Sheet';

/** What of the package is looked at (ECMA-376 part 1, section 12.3). */
const WANTED = /^(?:_rels\/\.rels|[^/]+\/(?:_rels\/[^/]+\.rels|[^/]+\.xml|worksheets\/[^/]+\.xml))$/;

/** The sheets of a workbook (ECMA-376), each cell as it shows; throws where it cannot be read. */
export function readXlsx(bytes: ArrayBuffer): Sheet[] {
  const opened = new OfficePackage(bytes, (name) => WANTED.test(name));
  const book = leadsOf(opened, '').find(({ type }) => type.endsWith('/officeDocument'))?.path;
  const xml = book && opened.text(book);
  if (!book || !xml) throw new Error('No workbook');
  const { sheets, isFrom1904 } = sheetsOf(xml);
  const targets = leadsOf(opened, book);
  const pathOf = (type: string) => targets.find((target) => target.type.endsWith(type))?.path ?? '';
  const shows = {
    texts: textsOf(opened.text(pathOf('/sharedStrings')) ?? ''),
    formats: formatsOf(opened.text(pathOf('/styles')) ?? ''),
    isFrom1904,
  };
  const count = { cells: 0 };
  return sheets.slice(0, MOST_SHEETS).flatMap(({ name, id }) => {
    const part = opened.text(targets.find((target) => target.id === id)?.path ?? '');
    return part === null ? [] : [sheetOf(name, part, shows, count)];
  });
}

function sheetsOf(xml: string) {
  const sheets: { name: string; id: string }[] = [];
  let isFrom1904 = false;
  walkXml(xml, {
    open(name, attributes) {
      if (localName(name) === 'workbookPr') isFrom1904 = /^(?:1|true)$/.test(attributes['date1904'] ?? '');
      if (localName(name) !== 'sheet') return;
      const id = Object.entries(attributes).find(([key]) => key.endsWith(':id'))?.[1];
      sheets.push({ name: attributes['name'] ?? '', id: id ?? '' });
    },
  });
  return { sheets, isFrom1904 };
}

/** The texts that cells share; how a word is read aloud (`rPh`) is none of it. */
function textsOf(xml: string): string[] {
  const texts: string[] = [];
  let text = '';
  let isText = false;
  let isAside = false;
  walkXml(xml, {
    open(name) {
      if (localName(name) === 'si') text = '';
      if (localName(name) === 'rPh') isAside = true;
      isText = localName(name) === 't' && !isAside;
    },
    text(part) {
      if (isText) text += part;
    },
    close(name) {
      if (localName(name) === 'si') texts.push(text);
      if (localName(name) === 'rPh') isAside = false;
      isText = false;
    },
  });
  return texts;
}

/** How numbers are written, by the number of the style. */
function formatsOf(xml: string): (string | number)[] {
  const own = new Map<number, string>();
  const formats: (string | number)[] = [];
  let isOfCells = false;
  walkXml(xml, {
    open(name, attributes) {
      const id = Number(attributes['numFmtId'] ?? 0);
      if (localName(name) === 'cellXfs') isOfCells = true;
      if (localName(name) === 'numFmt') own.set(id, attributes['formatCode'] ?? 'General');
      if (localName(name) === 'xf' && isOfCells) formats.push(own.get(id) ?? id);
    },
    close(name) {
      if (localName(name) === 'cellXfs') isOfCells = false;
    },
  });
  return formats;
}

interface Shows {
  texts: readonly string[];
  formats: readonly (string | number)[];
  isFrom1904: boolean;
}

interface OpenCell {
  row: number;
  column: number;
  type: string;
  style: number;
  value: string;
  formula: string;
}

function sheetOf(name: string, xml: string, shows: Shows, count: { cells: number }): Sheet {
  const filler = new SheetFiller(name, count);
  let row = 0;
  let column = 0;
  let cell: OpenCell | null = null;
  let within: 'value' | 'formula' | null = null;
  walkXml(xml, {
    open(tag, attributes) {
      switch (localName(tag)) {
        case 'row':
          row = Number(attributes['r'] ?? row + 1);
          column = 0;
          break;
        case 'c':
          column = columnOf(attributes['r']) ?? column + 1;
          cell = {
            row,
            column,
            type: attributes['t'] ?? 'n',
            style: Number(attributes['s'] ?? 0),
            value: '',
            formula: '',
          };
          break;
        case 'v':
        case 't':
          within = 'value';
          break;
        case 'f':
          within = 'formula';
      }
    },
    text(part) {
      if (cell && within) cell[within] += part;
    },
    close(tag) {
      within = null;
      if (localName(tag) !== 'c' || !cell) return;
      filler.put(cell.row, cell.column, shownOf(cell, shows));
      cell = null;
    },
  });
  return filler.sheet;
}

/** What a cell shows (ECMA-376 part 1, section 18.18.11); of a formula that was never reckoned, the formula. */
function shownOf({ type, style, value, formula }: OpenCell, { texts, formats, isFrom1904 }: Shows): string {
  if (value === '') return formula === '' ? '' : `=${formula}`;
  if (type === 's') return texts[Number(value)] ?? '';
  if (type === 'b') return value === '1' ? 'TRUE' : 'FALSE';
  if (type !== 'n') return value;
  const number = Number(value);
  if (!Number.isFinite(number)) return value;
  const as = formats[style] ?? 'General';
  try {
    return shownNumber(as, number, isFrom1904);
  } catch {
    // A way of writing that is none.
    return value;
  }
}

/** Built-in formats of a day are written by each program in its own country's way: here as everywhere else, year first. */
const DAY_FORMATS = new Map<string | number, string>([
  [14, 'yyyy-mm-dd'],
  [22, 'yyyy-mm-dd h:mm'],
]);

function shownNumber(as: string | number, number: number, date1904: boolean): string {
  const known = DAY_FORMATS.get(as) ?? as;
  const isDay = typeof known === 'string' && is_date(known);
  // A day before the first, or after the last, is no day.
  if (isDay && !parse_date_code(number, { date1904 })) return String(number);
  return format(known, number, { date1904 });
}

/** The column of `BC12`, from 1. */
function columnOf(reference: string | undefined): number | null {
  const letters = /^[A-Z]{1,3}/.exec(reference ?? '')?.[0];
  return letters ? [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) : null;
}
