import type { Reach } from './Inside';
import { readXml } from './readXml';

const WORKBOOK = 'xl/workbook.xml';
const STRINGS = 'xl/sharedStrings.xml';
const SHEET = /^xl\/worksheets\/sheet\d+\.xml$/u;

/** `sheet2.xml` before `sheet10.xml`. */
export const byNumber = new Intl.Collator('und', { numeric: true }).compare;

/** The names of the sheets of a workbook and its first cells, a line for each row (ECMA-376 part 1, 18.3); '' for none. */
export function readSheets(parts: ReadonlyMap<string, string>, reach: Reach): string {
  const strings = readStrings(parts.get(STRINGS) ?? '');
  const sheets = [...parts].filter(([name]) => SHEET.test(name)).sort(([a], [b]) => byNumber(a, b));
  const names: string[] = [];
  readXml(parts.get(WORKBOOK) ?? '', {
    open: (name, attributes) => {
      if (name === 'sheet' && attributes['name']) names.push(attributes['name']);
    },
  });
  return [...sheets.map(([, xml]) => readCells(xml, strings, reach)), ...names].join('\n');
}

function readStrings(xml: string): string[] {
  const strings: string[] = [];
  let isReading = false;
  readXml(xml, {
    open: (name) => {
      if (name === 'si') strings.push('');
      // What is said of how a text is spoken is no text.
      isReading = name === 't';
      if (name === 'rPh') isReading = false;
    },
    text: (text) => {
      if (isReading && strings.length > 0) strings[strings.length - 1] += text;
    },
    close: () => {
      isReading = false;
    },
  });
  return strings;
}

function readCells(xml: string, strings: readonly string[], reach: Reach): string {
  let text = '';
  let type = '';
  let within = '';
  let value = '';
  readXml(
    xml,
    {
      open: (name, attributes) => {
        within = name;
        if (name === 'c') {
          type = attributes['t'] ?? 'n';
          value = '';
        } else if (name === 'oddHeader' || name === 'oddFooter') text += '\n';
      },
      text: (more) => {
        if (within === 'v' || within === 't') value += more;
        // `&L`, `&C` and `&R` say where a part of a header stands (18.3.1.39).
        else if (within === 'oddHeader' || within === 'oddFooter') text += more.replace(/&[LCR]/gu, '\n');
      },
      close: (name) => {
        if (name === 'c' && value !== '')
          text += `${type === 's' ? (strings[Number(value)] ?? '') : value}\t`;
        if (name === 'row') text += '\n';
        if (name === within) within = '';
      },
    },
    { isEnough: () => text.length > reach.text },
  );
  return text;
}
