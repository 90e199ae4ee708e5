import { diffArrays } from 'diff';
import { alignRows } from './alignRows';

/** A stretch of words: on both sides, or on one alone. */
export interface Run {
  text: string;
  isChanged: boolean;
}

/** A paragraph or line of each side; null where a side has none. */
export interface WordRow {
  before: readonly Run[] | null;
  after: readonly Run[] | null;
}

export interface BesideWords {
  rows: readonly WordRow[];
  /** Words on both sides, and on one alone. */
  same: number;
  gone: number;
  come: number;
}

/** Words of two rows that differ by more than this share no run of them. */
const MOST_EDITS = 2000;

const words = new Intl.Segmenter('und', { granularity: 'word' });

interface Token {
  text: string;
  isWord: boolean;
}
const tokensOf = (text: string): Token[] =>
  Array.from(words.segment(text), ({ segment, isWordLike }) => ({
    text: segment,
    isWord: isWordLike === true,
  }));
const wordsIn = (tokens: readonly Token[]) => tokens.filter(({ isWord }) => isWord);

interface Row {
  text: string;
  tokens: readonly Token[];
  words: readonly Token[];
}
function readRow(text: string): Row {
  const tokens = tokensOf(text);
  return { text, tokens, words: wordsIn(tokens) };
}

/** How much of two rows is the same, from 0 to 1: twice the words they share by all their words (Dice, 1945). */
function likeness(before: Row, after: Row): number {
  const left = new Map<string, number>();
  for (const { text } of before.words) left.set(text, (left.get(text) ?? 0) + 1);
  let shared = 0;
  for (const { text } of after.words) {
    const count = left.get(text) ?? 0;
    if (count > 0) shared += 1;
    left.set(text, count - 1);
  }
  const all = before.words.length + after.words.length;
  return all === 0 ? 0 : (2 * shared) / all;
}

/** What changed from one text to another, by words, paragraph beside paragraph; null where it is nearly all. */
export function besideWords(before: readonly string[], after: readonly string[]): BesideWords | null {
  const pairs = alignRows(before.map(readRow), after.map(readRow), { keyOf: ({ text }) => text, likeness });
  if (!pairs) return null;
  const counts = { same: 0, gone: 0, come: 0 };
  const rows = pairs.map((pair): WordRow => {
    if (pair.before && pair.after) return compareRow(pair.before.tokens, pair.after.tokens, counts);
    const only = (side: Row | null) => side && [{ text: side.text, isChanged: true }];
    counts.gone += pair.before?.words.length ?? 0;
    counts.come += pair.after?.words.length ?? 0;
    return { before: only(pair.before), after: only(pair.after) };
  });
  return { rows, ...counts };
}

function compareRow(
  before: readonly Token[],
  after: readonly Token[],
  counts: Omit<BesideWords, 'rows'>,
): WordRow {
  const [was, is]: [Run[], Run[]] = [[], []];
  for (const { kind, gone, come } of stretches(before, after)) {
    const isChanged = kind === 'changed';
    add(was, gone, isChanged);
    add(is, come, isChanged);
    if (isChanged) {
      counts.gone += wordsIn(gone).length;
      counts.come += wordsIn(come).length;
    } else counts.same += wordsIn(come).length;
  }
  return { before: was, after: is };
}

interface Stretch {
  kind: 'same' | 'changed';
  gone: readonly Token[];
  come: readonly Token[];
}

/** What stands on both sides and what does not, in turn. A space or a comma between two changes is part of one change. */
function stretches(before: readonly Token[], after: readonly Token[]): Stretch[] {
  const changes = diffArrays([...before], [...after], {
    maxEditLength: MOST_EDITS,
    comparator: (a, b) => a.text === b.text,
  });
  if (!changes) return [{ kind: 'changed', gone: before, come: after }];
  const found: Stretch[] = [];
  for (const { value, removed, added } of changes) {
    const kind = removed || added ? 'changed' : 'same';
    const last = found.at(-1);
    const [gone, come] = [added ? [] : value, removed ? [] : value];
    if (last?.kind === kind)
      found[found.length - 1] = { kind, gone: [...last.gone, ...gone], come: [...last.come, ...come] };
    else found.push({ kind, gone, come });
  }
  return joinAcrossGaps(found);
}

function joinAcrossGaps(found: readonly Stretch[]): Stretch[] {
  const joined: Stretch[] = [];
  for (const [i, stretch] of found.entries()) {
    const isGap =
      stretch.kind === 'same' && i > 0 && i < found.length - 1 && wordsIn(stretch.come).length === 0;
    const last = joined.at(-1);
    if (last?.kind === 'changed' && (isGap || stretch.kind === 'changed'))
      joined[joined.length - 1] = {
        kind: 'changed',
        gone: [...last.gone, ...stretch.gone],
        come: [...last.come, ...stretch.come],
      };
    else joined.push(stretch);
  }
  return joined;
}

function add(runs: Run[], tokens: readonly Token[], isChanged: boolean): void {
  const text = tokens.map((token) => token.text).join('');
  if (text !== '') runs.push({ text, isChanged });
}
