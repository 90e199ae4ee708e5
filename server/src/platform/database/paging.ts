import { PAGE_SIZE } from '@vestibul/contract';

/** Rows asked for, so that it shows whether there are more than one page has. */
export const ROWS_OF_PAGE = PAGE_SIZE + 1;

/** Between the time and the id of the row that a page ends with; neither holds it. */
const BETWEEN = '~';
/** Behind every time that there is. */
const END_OF_TIME = '9999';

/** From where a list that begins with the newest goes on: before this row, or from its start. */
export function readBefore(before: string): { beforeAt: string; beforeId: string } {
  const [beforeAt = '', beforeId = ''] = before ? before.split(BETWEEN) : [END_OF_TIME];
  return { beforeAt, beforeId };
}

/** From where a list that begins with the oldest goes on: behind this row, or from its start. */
export function readAfter(after: string): { afterAt: string; afterId: string } {
  const [afterAt = '', afterId = ''] = after.split(BETWEEN);
  return { afterAt, afterId };
}

/** One page of the rows asked for, and from where the next goes on; null where there is none. */
export function cutPage<Row>(
  rows: readonly Row[],
  endOf: (row: Row) => { at: string; id: string },
): { page: Row[]; next: string | null } {
  const page = rows.slice(0, PAGE_SIZE);
  const last = page.at(-1);
  if (rows.length <= PAGE_SIZE || !last) return { page, next: null };
  const { at, id } = endOf(last);
  return { page, next: `${at}${BETWEEN}${id}` };
}
