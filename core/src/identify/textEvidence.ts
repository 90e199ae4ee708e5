import { readLabel, type Labelled } from './labels';

/** Where in a file a text stands, where that is not its body. */
export type Where = 'header' | 'field';

/** What part somebody has in a piece whose name stands in its text. */
export type Part = 'owner' | 'maker' | 'together';

/** What the text of a file says of whose it is. */
export type TextEvidence =
  /** A line with a label: whose it is (without `part`, by its words: a period, a title). */
  | { kind: 'label'; text: string; part?: Part; where?: Where }
  /** One of the first lines that says nothing of itself; whoever a mention names has no part in it. */
  | { kind: 'line'; text: string; where?: Where; isMention?: true };

/** Cells from the start of a text that can say whose it is. */
const FIRST_CELLS = 16;
const LONGEST_CELL = 160;
const LONGEST_NAME = 60;
/** People who are listed below a label. */
const MOST_LISTED = 6;

/** What parts the cells of a row: a tab, or a gap as tables have it that were printed or typed. */
const BETWEEN_CELLS = /\t| {3,}/u;

/** The number of a page behind what stands at its head. */
const PAGE = /(?<=\p{L}\p{M}*)\s+\d{1,3}$/u;

interface Cell {
  text: string;
  row: number;
  column: number;
  label: Labelled | null;
}

/** What the start of a text says of whose it is: cells and lines with a label, and short ones. Tabs and wide gaps part the cells of a row. */
export function evidenceOfText(text: string, where?: Where): TextEvidence[] {
  const place = where ? { where } : {};
  const found: TextEvidence[] = [];
  const said = { first: '', last: '' };
  const cells = readCells(text);
  const used = new Set<Cell>();
  const say = ({ label }: Labelled, value: string) => {
    if (!/[\p{L}\p{N}]/u.test(value)) return;
    if (label === 'period') found.push({ kind: 'label', text: `period ${value}`, ...place });
    else if (label === 'work') found.push({ kind: 'label', text: value, ...place });
    else if (label === 'first' || label === 'last') said[label] ||= value;
    else if (label === 'owner' || label === 'maker' || label === 'together')
      found.push({ kind: 'label', text: withoutRest(value), part: label, ...place });
  };
  const mention = (line: string) => {
    if (line.length <= LONGEST_NAME) found.push({ kind: 'line', text: line, ...place, isMention: true });
  };
  const isList = takeTables(cells, used, say, mention);
  cells.forEach((cell, i) => {
    if (used.has(cell) || cell.text.length > LONGEST_CELL) return;
    const { label, text: line } = cell;
    if (!label) {
      if (line.length > LONGEST_NAME) return;
      if (isList) mention(line);
      else found.push({ kind: 'line', text: where === 'header' ? line.replace(PAGE, '') : line, ...place });
      return;
    }
    if (label.value !== '') {
      if (label.label === 'mention') mention(line);
      else say(label, label.value);
      return;
    }
    // A form has the answer in the next cell or line; below some labels several people stand.
    const isSeveral = label.label === 'together' || label.label === 'mention';
    for (const next of cells.slice(i + 1, i + 1 + (isSeveral ? MOST_LISTED : 1))) {
      if (next.label || next.text.length > LONGEST_NAME) break;
      used.add(next);
      if (label.label === 'mention') mention(next.text);
      else say(label, next.text);
    }
  });
  if (said.first !== '' || said.last !== '')
    found.push({ kind: 'label', text: `${said.first} ${said.last}`.trim(), part: 'owner', ...place });
  return found;
}

function readCells(text: string): Cell[] {
  const cells: Cell[] = [];
  const rows = text.split(/\r\n|[\n\r\u2028\u2029\f\v]/u);
  for (let row = 0; row < rows.length && cells.length < FIRST_CELLS; row += 1)
    rows[row]!.split(BETWEEN_CELLS).forEach((cell, column) => {
      const line = cell.replace(/\s+/gu, ' ').trim();
      if (line !== '')
        cells.push({ text: line, row, column, label: line.length > LONGEST_CELL ? null : readLabel(line) });
    });
  return cells;
}

/**
 * Takes out tables: rows below a row of labels. One row below is a form that was filled in; more are a list of people, and
 * whoever stands in a list is mentioned. Answers whether there was a list.
 */
function takeTables(
  cells: readonly Cell[],
  used: Set<Cell>,
  say: (label: Labelled, value: string) => void,
  mention: (line: string) => void,
): boolean {
  const heads = cells.filter(({ label }) => label?.value === '' && label.label !== 'mention');
  const head = heads.find(({ row }) => heads.filter((one) => one.row === row).length > 1);
  if (!head) return false;
  const labels = heads.filter(({ row }) => row === head.row);
  const below = cells.filter(({ row, label }) => row > head.row && !label);
  const [first] = below;
  const isTable = first !== undefined && below.filter(({ row }) => row === first.row).length > 1;
  if (!isTable) return false;
  const rows = new Set(
    below.filter(({ row }) => below.filter((one) => one.row === row).length > 1).map(({ row }) => row),
  );
  for (const cell of labels) used.add(cell);
  for (const cell of below) {
    if (!rows.has(cell.row)) continue;
    used.add(cell);
    const label = labels.find(({ column }) => column === cell.column)?.label;
    if (rows.size > 1) mention(cell.text);
    else if (label) say(label, cell.text);
  }
  return rows.size > 1;
}

/** On a form more than one thing stands in a line: `Name: Ana Lee   Date: 3 May   Period: 2`. */
const REST = /\s+(?:date|datum|fecha|data|period|hour|class|grade|klasse|teacher|id|no)\s*[:：#].*$/iu;
const withoutRest = (value: string) =>
  value
    .replace(REST, '')
    .replace(/[_.\s]{3,}/gu, ' ')
    .trim();
