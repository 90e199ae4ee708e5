import { isChangedCell, type BesideCells, type CellPair, type CellRow } from '@vestibul/core';
import { RowStretches, aChange } from './RowStretches';

const isChangedRow = ({ was, is, cells }: CellRow) =>
  was === null || is === null || cells.some(isChangedCell);

/** Two tables as one: a cell that changed shows what was and what is. */
export function CellsBeside({ found }: { found: BesideCells }) {
  return (
    <table className="sheet border-collapse font-mono text-[13.5px]">
      <RowStretches
        rows={found.rows}
        isChanged={isChangedRow}
        draw={(row, key) => <Row key={key} row={row} />}
        what="row"
        span={(found.rows[0]?.cells.length ?? 0) + 1}
      />
    </table>
  );
}

function Row({ row }: { row: CellRow }) {
  const isOneSided = row.was === null || row.is === null;
  return (
    <tr {...(isChangedRow(row) ? aChange : {})}>
      <td className="border border-paper-edge px-2 py-0.5 text-right text-paper-ink-2">
        {isOneSided ? <span className="text-small">{row.is === null ? 'gone' : 'new'} </span> : null}
        {row.is ?? row.was}
      </td>
      {row.cells.map((cell, i) => (
        <td key={i} className="border border-paper-edge px-2 py-0.5 whitespace-nowrap">
          <Cell cell={cell} />
        </td>
      ))}
    </tr>
  );
}

function Cell({ cell: { before, after } }: { cell: CellPair }) {
  if (before === after) return after;
  return (
    <>
      {before === null ? null : <del>{before}</del>}
      {before && after ? ' ' : null}
      {after === null ? null : <ins>{after}</ins>}
    </>
  );
}
