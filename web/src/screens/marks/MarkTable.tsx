import { useRef } from 'react';
import type { BookAssignment, BookStudent } from '@vestibul/core';
import { CellTable, nearestSpot, type Spot } from '../../parts/ui/CellTable';
import { sayListName } from '../../parts/ui/format';
import { useKeys } from '../../parts/ui/useKeys';
import { useMedia } from '../../parts/ui/useMedia';
import { MarkHead, SideHead, totalColumn } from './MarkHead';
import { MarkShown, PointsInput, TotalShown } from './MarkShown';
import { useTyping } from './useTyping';

/** An assignment that is a column, and which of the book's it is. */
export interface Column {
  assignment: BookAssignment;
  at: number;
}

export interface MarkTableProps {
  columns: readonly Column[];
  students: readonly BookStudent[];
  spot: Spot;
  onChoose: (spot: Spot) => void;
  onOpen: (spot: Spot) => void;
  /** Whether points can be typed there, of which this is the first sign; says why where they cannot. */
  mayType: (spot: Spot, sign: string) => boolean;
  /** False where such points cannot be given. */
  onGive: (spot: Spot, typed: string) => boolean;
  labelOf: (spot: Spot) => string;
  /** What is said beside a name. */
  asideOf: (student: BookStudent) => string;
}

const SIZES = { head: 70, row: 38, column: 132 };
/** How wide the name is, and with the total where there is room for it; they stay where they are. */
const NAME_WIDTH = 132;
const NAME_AND_TOTAL_WIDTH = 292;

/** Students × assignments; arrows go from cell to cell, and points are typed into them. */
export function MarkTable(props: MarkTableProps) {
  const { columns, students, spot, onChoose, labelOf, asideOf, onOpen } = props;
  const frame = useRef<HTMLDivElement>(null);
  const side = useMedia('(min-width: 48rem)') ? NAME_AND_TOTAL_WIDTH : NAME_WIDTH;
  const size = { rows: students.length, columns: columns.length };
  const goTo = (to: Spot, preventScroll = false) => {
    frame.current?.focus({ preventScroll });
    onChoose(nearestSpot(to, size));
  };
  const typing = useTyping(props, { goTo, focus: () => frame.current?.focus() });
  const walk = (by: number) => goTo({ row: spot.row + by, column: spot.column });
  useKeys({
    j: () => walk(1),
    k: () => walk(-1),
    ArrowDown: () => walk(1),
    ArrowUp: () => walk(-1),
  });
  const { field } = typing;
  return (
    <CellTable
      label="Mark book"
      frame={frame}
      lines={students.map(({ id }, row) => ({ key: id, row }))}
      {...size}
      sizes={{ ...SIZES, side }}
      spot={spot}
      sideColumns={2}
      sideHead={<SideHead />}
      head={(column) => <MarkHead assignment={columns[column]!.assignment} />}
      side={(row) => {
        const student = students[row]!;
        return (
          <>
            <span
              role="rowheader"
              aria-colindex={1}
              title={sayListName(student)}
              className="min-w-0 flex-1 truncate px-3"
            >
              {sayListName(student)}
              <span className="text-small text-ink-2"> {asideOf(student)}</span>
            </span>
            <span role="gridcell" aria-colindex={2} className={`tabular-nums ${totalColumn}`}>
              <TotalShown total={student.total} />
            </span>
          </>
        );
      }}
      cell={({ row, column }, isHere) => {
        const { assignment, at } = columns[column]!;
        return isHere && field ? (
          <PointsInput field={field} most={assignment.most} />
        ) : (
          <MarkShown mark={students[row]!.marks[at] ?? null} />
        );
      }}
      labelOf={labelOf}
      cellClass={(_, isHere) =>
        `flex items-center justify-end gap-1 px-2 tabular-nums ${isHere ? 'bg-brass-soft outline-3 -outline-offset-3 outline-brass-mark' : ''}`
      }
      // What is being pressed must not slide away under the finger.
      onPress={(at) => typing.finish() && goTo(at, true)}
      onDoubleClick={onOpen}
      onKeyDown={typing.press}
    />
  );
}
