import type { BesideWords, Run, WordRow } from '@vestibul/core';
import { RowStretches, aChange } from './RowStretches';

const hasChange = (runs: readonly Run[] | null) => runs === null || runs.some(({ isChanged }) => isChanged);
const isChangedRow = ({ before, after }: WordRow) => hasChange(before) || hasChange(after);

interface WordsBesideProps {
  found: BesideWords;
  /** What the two are called. */
  before: string;
  after: string;
}

/** Two texts beside each other, paragraph by paragraph: what is gone is struck through, what is new is underlined. */
export function WordsBeside({ found, before, after }: WordsBesideProps) {
  return (
    <table className="sheet mx-auto w-full max-w-[72rem] table-fixed border-collapse">
      <thead>
        <tr>
          {[before, after].map((name) => (
            <th
              key={name}
              className="sticky top-0 bg-paper px-4 py-2 text-left text-small text-paper-ink-2 [overflow-wrap:anywhere]"
            >
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <RowStretches
        rows={found.rows}
        isChanged={isChangedRow}
        draw={(row, key) => <Row key={key} row={row} />}
        what="paragraph"
        span={2}
      />
    </table>
  );
}

function Row({ row }: { row: WordRow }) {
  return (
    <tr {...(isChangedRow(row) ? aChange : {})} className="align-top">
      <Words runs={row.before} as="del" />
      <Words runs={row.after} as="ins" />
    </tr>
  );
}

function Words({ runs, as: Mark }: { runs: readonly Run[] | null; as: 'del' | 'ins' }) {
  return (
    <td className="px-4 py-1.5 leading-relaxed whitespace-pre-wrap [overflow-wrap:anywhere] first:border-r first:border-paper-edge">
      {runs?.map(({ text, isChanged }, i) => (isChanged ? <Mark key={i}>{text}</Mark> : text))}
    </td>
  );
}
