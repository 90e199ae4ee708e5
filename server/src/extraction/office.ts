import { commentersIn, hasCommenters } from './commenters';
import type { Inside, Reach } from './Inside';
import { listParts, readParts } from './readParts';
import { byNumber, readSheets } from './sheets';
import { readXml } from './readXml';

/** Parts of documents that say who and what, and those that hold text, in their order (ECMA-376 part 1; ODF 1.3 part 3). */
const CORE_PARTS = ['docProps/core.xml', 'meta.xml'];
const PROPERTIES = 'docProps/custom.xml';
const TEXT_PARTS = /^(?:word\/document\.xml|content\.xml|ppt\/slides\/slide(\d+)\.xml)$/u;
const HEADER_PARTS = /^(?:word\/(?:header|footer)\d*\.xml|styles\.xml)$/u;
const SHEET_PARTS = /^xl\/(?:workbook\.xml|sharedStrings\.xml|worksheets\/sheet(\d+)\.xml)$/u;
/** Pictures and the like; not the small picture of itself that a program makes at every saving. */
const OTHER_PARTS = /^(?:(?:word|ppt|xl)\/(?:media|embeddings|ink)|Pictures)\//u;

const isUpTo = (most: number, found: RegExpExecArray | null) =>
  found !== null && Number(found[1] ?? 0) <= most;

/** Documents of office programs: what they say of themselves, their text, the head and foot of their pages. */
export async function readOffice(file: string, reach: Reach): Promise<Inside> {
  const parts = await readParts(
    file,
    (name) =>
      CORE_PARTS.includes(name) ||
      name === PROPERTIES ||
      isUpTo(reach.slides, TEXT_PARTS.exec(name)) ||
      HEADER_PARTS.test(name) ||
      isUpTo(reach.sheets, SHEET_PARTS.exec(name)) ||
      hasCommenters(name),
    reach,
  );
  const core = CORE_PARTS.map((name) => parts.get(name)).find((xml) => xml !== undefined);
  const joined = (wanted: RegExp) =>
    [...parts]
      .filter(([name]) => wanted.test(name))
      .sort(([a], [b]) => byNumber(a, b))
      .map(([name, xml]) => textOfXml(name === 'styles.xml' ? pagesOf(xml) : xml, reach))
      .join('\n');
  const { fields, ...said } = core ? sayCore(core) : { authors: [], changedBy: [], title: '', fields: '' };
  const properties = parts.get(PROPERTIES);
  return {
    ...said,
    text: joined(TEXT_PARTS) + readSheets(parts, reach),
    header: joined(HEADER_PARTS),
    fields: `${fields}${properties ? sayProperties(properties) : ''}`,
    others: reach.others ? await listParts(file, (name) => OTHER_PARTS.test(name)) : [],
    commented: [...parts].flatMap(([name, xml]) => commentersIn(name, xml)),
  };
}

/** Of an open document's styles what draws its pages: all the others, by far the most, hold no text (ODF 1.3 part 3, 3.15). */
function pagesOf(styles: string): string {
  const at = styles.indexOf('<office:master-styles');
  return at < 0 ? '' : styles.slice(at);
}

/** The elements of Dublin Core (and of ODF's own) that say who made something. */
function sayCore(xml: string): Pick<Inside, 'authors' | 'changedBy' | 'title' | 'fields'> {
  const found = new Map<string, string>();
  let within = '';
  let property = '';
  readXml(xml, {
    open: (name, attributes) => {
      property = name === 'meta:user-defined' ? (attributes['meta:name'] ?? '') : '';
      within = property === '' ? name : `: ${property}`;
      found.set(within, '');
    },
    text: (text) => {
      if (within !== '') found.set(within, (found.get(within) ?? '') + text);
    },
    close: () => {
      within = '';
    },
  });
  // In an open document the creator is who changed it last (ODF 1.3, part 3, 4.3.2.7).
  const isOpen = found.has('meta:initial-creator') || found.has('meta:generator');
  const creator = found.get('dc:creator') ?? '';
  const initial = found.get('meta:initial-creator') ?? '';
  return {
    authors: isOpen && initial !== '' ? [initial] : [creator],
    changedBy: [found.get('cp:lastModifiedBy') ?? '', isOpen && initial !== '' ? creator : ''],
    title: found.get('dc:title') ?? '',
    fields: [...found]
      .filter(([name]) => name.startsWith(': '))
      .map(([name, value]) => `${name.slice(2)}: ${value}\n`)
      .join(''),
  };
}

/** Properties that somebody gave a document (ECMA-376 part 1, 22.3). */
function sayProperties(xml: string): string {
  let text = '';
  readXml(xml, {
    open: (name, attributes) => {
      if (name === 'property') text += `\n${attributes['name'] ?? ''}: `;
    },
    text: (more) => (text += more),
  });
  return text;
}

/** What stands in the text for an element where it begins, and where it ends. */
const BEGINS = new Map([
  ['w:tab', '\t'],
  ['text:tab', '\t'],
  ['w:br', '\n'],
  ['text:line-break', '\n'],
  ['a:br', '\n'],
]);
const LINES = new Set(['w:p', 'text:p', 'text:h', 'a:p']);
/** Cells and rows of tables: a line in a cell does not end its row. */
const CELLS = new Set(['w:tc', 'a:tc', 'table:table-cell']);
const ROWS = new Set(['w:tr', 'a:tr', 'table:table-row']);
/** Blanks that stand for themselves (ODF 1.3 part 3, 6.1.3); more than a few are a gap. */
const blanks = (count = '1') => ' '.repeat(Math.min(Number(count) || 1, 9));
/** What is written in a document and is no text of it: numbers of pages, what a box falls back to, who commented. */
const NO_TEXT = new Set([
  'w:instrText',
  'mc:Fallback',
  'office:annotation',
  'office:scripts',
  'text:page-number',
  'text:page-count',
]);

/**
 * The text of a document's part from its start, with a line for each paragraph. Outside of paragraphs stands no text, and
 * the end of a line within one is a blank
 * (ODF 1.3 part 3, 6.1.2).
 */
function textOfXml(xml: string, reach: Reach): string {
  let text = '';
  let skipped = 0;
  let inCells = 0;
  let inLines = 0;
  let isTable = false;
  const add = (more: string | undefined) => {
    if (skipped === 0) text += more ?? '';
  };
  readXml(
    xml,
    {
      open: (name, attributes) => {
        if (NO_TEXT.has(name)) skipped += 1;
        if (CELLS.has(name)) inCells += 1;
        if (LINES.has(name)) inLines += 1;
        if (name === 'office:spreadsheet') isTable = true;
        // The name of a sheet.
        if (isTable && name === 'table:table') add(`${attributes['table:name'] ?? ''}\n`);
        add(name === 'text:s' ? blanks(attributes['text:c']) : BEGINS.get(name));
      },
      text: (more) => {
        if (inLines > 0) add(more.replace(/\s*\n\s*/gu, ' '));
      },
      close: (name) => {
        if (LINES.has(name)) {
          inLines -= 1;
          add(inCells > 0 ? ' ' : '\n');
        }
        if (CELLS.has(name)) {
          inCells -= 1;
          add('\t');
        }
        if (ROWS.has(name)) add('\n');
        if (NO_TEXT.has(name)) skipped -= 1;
      },
    },
    { isEnough: () => text.length > reach.text },
  );
  return text;
}
