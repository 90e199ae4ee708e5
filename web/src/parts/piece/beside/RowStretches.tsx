import { useMemo, useState, type ReactNode } from 'react';
import { sayCount } from '../../ui/format';
import { foldSame } from './foldSame';

interface RowStretchesProps<Row> {
  rows: readonly Row[];
  isChanged: (row: Row) => boolean;
  /** A row as it is drawn, with the key that it is told apart by. */
  draw: (row: Row, key: number) => ReactNode;
  /** What a row is called. */
  what: string;
  /** Columns of the table. */
  span: number;
}

/** The rows of a table of two sides: those that changed and a few around them; of the others how many, until they are asked for. */
export function RowStretches<Row>({ rows, isChanged, draw, what, span }: RowStretchesProps<Row>) {
  const stretches = useMemo(() => foldSame(rows, isChanged), [rows, isChanged]);
  return stretches.map(({ at, rows: some, isFolded }) => {
    const drawn = () => some.map((row, i) => draw(row, at + i));
    return isFolded ? (
      <FoldedRows key={at} count={some.length} what={what} span={span} draw={drawn} />
    ) : (
      <tbody key={at}>{drawn()}</tbody>
    );
  });
}

interface FoldedRowsProps extends Pick<RowStretchesProps<never>, 'what' | 'span'> {
  count: number;
  draw: () => ReactNode;
}

function FoldedRows({ count, what, span, draw }: FoldedRowsProps) {
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
      {isOpen ? draw() : null}
    </tbody>
  );
}

/** What marks a row, or a part, as one that the next change leads to. */
export const aChange = { 'data-change': '', tabIndex: -1 } as const;
