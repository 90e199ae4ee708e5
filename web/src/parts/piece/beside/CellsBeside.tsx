import { useMemo } from 'react';
import { isChangedCell, type BesideCells, type CellPair, type CellRow } from '@vestibul/core';
import { FoldedRows } from './FoldedRows';
import { foldSame } from './foldSame';

const isChangedRow = ({ was, is, cells }: CellRow) =>
  was === null || is === null || cells.some((cell) => isChangedCell(cell));

/** Two tables as one: a cell that changed shows what was and what is. */
export function CellsBeside({ found }: { found: BesideCells }) {
  const stretches = useMemo(() => foldSame(found.rows, isChangedRow), [found]);
  const span = (found.rows[0]?.cells.length ?? 0) + 1;
  return (
    <table className="sheet border-collapse font-mono text-[13.5px]">
      {stretches.map(({ at, rows, isFolded }) => {
        const shown = rows.map((row, i) => <Row key={at + i} row={row} />);
        return isFolded ? (
          <FoldedRows key={at} count={rows.length} what="row" span={span}>
            {shown}
          </FoldedRows>
        ) : (
          <tbody key={at}>{shown}</tbody>
        );
      })}
    </table>
  );
}

function Row({ row }: { row: CellRow }) {
  const isOneSided = row.was === null || row.is === null;
  const change = isChangedRow(row) ? { 'data-change': '', tabIndex: -1 } : {};
  return (
    <tr {...change}>
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
