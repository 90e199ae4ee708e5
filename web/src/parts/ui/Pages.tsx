import type { ReactNode } from 'react';
import { Button } from './Button';

interface PagesProps<Cursor> {
  /** What the pages are of: "the ledger". */
  of: string;
  /** The cursors of the pages turned so far; none on the first page. */
  pages: readonly Cursor[];
  /** The cursor of the page after this one; null on the last. */
  next: Cursor | null;
  onTurn: (pages: Cursor[]) => void;
  /** A list by time says newer and older, any other back and more. */
  byTime?: boolean;
  /** What else stands in the row. */
  children?: ReactNode;
}

/** The way through a list that is read page by page. Nothing to turn, nothing shown. */
export function Pages<Cursor>({ of, pages, next, onTurn, byTime = false, children }: PagesProps<Cursor>) {
  const turns = pages.length > 0 || next !== null;
  if (!turns && !children) return null;
  return (
    <nav aria-label={`Pages of ${of}`} className="flex gap-2">
      {turns ? (
        <>
          <Button look="quiet" disabled={pages.length === 0} onClick={() => onTurn(pages.slice(0, -1))}>
            {byTime ? 'Newer' : 'Back'}
          </Button>
          <Button
            look="quiet"
            disabled={next === null}
            onClick={() => (next === null ? undefined : onTurn([...pages, next]))}
          >
            {byTime ? 'Older' : 'More'}
          </Button>
        </>
      ) : null}
      {children}
    </nav>
  );
}
