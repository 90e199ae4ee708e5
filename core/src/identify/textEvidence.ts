import { readLabel } from './labels';

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

/** Lines from the start of a text that can say whose it is. */
const FIRST_LINES = 14;
const LONGEST_LINE = 160;
const LONGEST_NAME_LINE = 60;

/** What the start of a text says of whose it is: lines with a label, and short ones. */
export function evidenceOfText(text: string, where?: Where): TextEvidence[] {
  const lines = text
    .split(/\r\n|[\n\r\u2028\u2029\f\v\t]/u)
    .map((line) => line.replace(/\s+/gu, ' ').trim())
    .filter((line) => line !== '')
    .slice(0, FIRST_LINES);
  const place = where ? { where } : {};
  const found: TextEvidence[] = [];
  let first = '';
  let last = '';
  for (let i = 0; i < lines.length; i += 1) {
    const line = lines[i]!;
    if (line.length > LONGEST_LINE) continue;
    const labelled = readLabel(line);
    if (!labelled) {
      if (line.length <= LONGEST_NAME_LINE) found.push({ kind: 'line', text: line, ...place });
      continue;
    }
    const { label } = labelled;
    let { value } = labelled;
    if (value === '') {
      // A form has the answer in the next cell or line, unless that is a label again: then it was left empty.
      const next = lines[i + 1];
      if (next === undefined || next.length > LONGEST_NAME_LINE || readLabel(next)) continue;
      value = next;
      i += 1;
    }
    if (isEmpty(value)) continue;
    if (label === 'mention') {
      if (line.length <= LONGEST_NAME_LINE)
        found.push({ kind: 'line', text: line, ...place, isMention: true });
      continue;
    }
    if (label === 'period') found.push({ kind: 'label', text: `period ${value}`, ...place });
    else if (label === 'work') found.push({ kind: 'label', text: value, ...place });
    else if (label === 'first') first ||= value;
    else if (label === 'last') last ||= value;
    else found.push({ kind: 'label', text: withoutRest(value), part: label, ...place });
  }
  if (first !== '' || last !== '')
    found.push({ kind: 'label', text: `${first} ${last}`.trim(), part: 'owner', ...place });
  return found;
}

/** What is left blank on a form: lines to write on. */
const isEmpty = (value: string) => !/[\p{L}\p{N}]/u.test(value);

/** On a form more than one thing stands in a line: `Name: Ana Lee   Date: 3 May   Period: 2`. */
const REST = /\s+(?:date|datum|fecha|data|period|hour|class|grade|klasse|teacher|id|no)\s*[:：#].*$/iu;
const withoutRest = (value: string) =>
  value
    .replace(REST, '')
    .replace(/[_.\s]{3,}/gu, ' ')
    .trim();
