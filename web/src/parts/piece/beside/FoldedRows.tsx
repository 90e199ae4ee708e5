import { useState, type ReactNode } from 'react';
import { sayCount } from '../../ui/format';

interface FoldedRowsProps {
  count: number;
  /** What a row is called. */
  what: string;
  /** Columns of the table. */
  span: number;
  children: ReactNode;
}

/** Rows that are the same on both sides: how many, until somebody wants to read them. */
export function FoldedRows({ count, what, span, children }: FoldedRowsProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <tbody>
      <tr>
        <td colSpan={span} className="bg-paper-flat px-4 py-1 text-small">
          <button
            type="button"
            aria-expanded={isOpen}
            onClick={() => setOpen(!isOpen)}
            className="min-h-6 rounded font-semibold text-paper-ink underline"
          >
            {sayCount(count, `${what} that is the same`, `${what}s that are the same`)}
          </button>
        </td>
      </tr>
      {isOpen ? children : null}
    </tbody>
  );
}
