import type { BesideCells, BesidePixels, BesideWords } from '@vestibul/core';
import { sayCount, sayList } from '../../ui/format';
import type { BesideAnswer } from './besideQuestion';

const NOTHING = 'Nothing changed.';

/** What changed between two pieces, in one line. */
export function sayChanges(answer: BesideAnswer): string {
  if (answer.found === null)
    return answer.by === 'pixels'
      ? 'These two pictures can’t be laid over each other.'
      : 'Nearly all of it is different.';
  switch (answer.by) {
    case 'words':
      return sayWords(answer.found);
    case 'cells':
      return sayCells(answer.found);
    case 'pixels':
      return sayPixels(answer.found);
  }
}

function sayWords({ gone, come, rows }: BesideWords): string {
  if (gone + come > 0) return `${sayCount(come, 'word')} new, ${gone} gone.`;
  // A comma moved is a change too.
  return rows.some(({ before, after }) => [before, after].some((runs) => runs?.some((run) => run.isChanged)))
    ? 'The words are the same; signs or spaces changed.'
    : NOTHING;
}

function sayCells({ changed, rowsGone, rowsCome, columnsGone, columnsCome }: BesideCells): string {
  const said = [
    [changed, 'cell', 'changed'],
    [rowsCome, 'row', 'new'],
    [rowsGone, 'row', 'gone'],
    [columnsCome, 'column', 'new'],
    [columnsGone, 'column', 'gone'],
  ] as const;
  const some = said.filter(([count]) => count > 0);
  return some.length === 0
    ? NOTHING
    : `${sayList(some.map(([count, what, how]) => `${sayCount(count, what)} ${how}`))}.`;
}

function sayPixels({ share, parts }: BesidePixels): string {
  if (parts.length === 0) return share === 0 ? NOTHING : 'Nothing changed that can be seen.';
  const percent = share < 0.01 ? 'Less than 1 %' : `${Math.round(share * 100)} %`;
  return `${percent} of the picture changed, in ${sayCount(parts.length, 'place')}.`;
}
