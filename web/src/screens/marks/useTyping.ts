import { useRef, useState, type KeyboardEvent } from 'react';
import { stepOf, type Spot } from '../../parts/ui/CellTable';
import type { MarkTableProps } from './MarkTable';

/** The field in which points are typed. */
export interface PointsField {
  typed: string;
  type: (text: string) => void;
  /** It loses the focus: what is in it is given. */
  leave: () => void;
}

type Cells = Pick<MarkTableProps, 'columns' | 'students' | 'spot' | 'onOpen' | 'mayType' | 'onGive'>;

/** The keys of the table: to walk, to type points where one is, to take them away, and to open the work. */
export function useTyping(
  { columns, students, spot, onOpen, mayType, onGive }: Cells,
  { goTo, focus }: { goTo: (spot: Spot) => void; focus: () => void },
) {
  const { row, column } = spot;
  const [typed, setTyped] = useState<string | null>(null);
  // A field that loses the focus because it is done with is not to give what it holds once more.
  const isDone = useRef(true);
  const type = (text: string) => {
    isDone.current = false;
    setTyped(text);
  };
  const stop = () => {
    isDone.current = true;
    setTyped(null);
  };
  /** Ends typing, by giving what was typed; false where it stays to be put right. */
  const finish = (): boolean => {
    if (typed === null || isDone.current) return true;
    if (!onGive(spot, typed)) return false;
    stop();
    return true;
  };
  const take = () => {
    const points = students[row]!.marks[columns[column]!.at]?.points ?? null;
    if (points !== null && mayType(spot, '')) onGive(spot, '');
  };
  /** What a key does; null where it is not the table's. */
  const actOf = (key: string): (() => void) | null => {
    // In a field, these go about in what is typed.
    const isOfField = typed !== null && ['ArrowLeft', 'ArrowRight', 'Home', 'End'].includes(key);
    const step = isOfField ? undefined : stepOf(key, spot);
    if (step) return () => finish() && goTo(step);
    if (typed !== null) {
      if (key === 'Enter') return () => finish() && goTo({ row: row + 1, column });
      if (key === 'Escape') return () => (stop(), focus());
      return null;
    }
    if (key === 'Enter') return () => onOpen(spot);
    if (key === 'Delete' || key === 'Backspace') return take;
    return /^[\d.,]$/.test(key) ? () => (mayType(spot, key) ? type(key) : undefined) : null;
  };
  const press = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const act = actOf(event.key);
    if (!act) return;
    event.preventDefault();
    act();
  };
  const field: PointsField | null = typed === null ? null : { typed, type, leave: () => void finish() };
  return { press, finish, field };
}
