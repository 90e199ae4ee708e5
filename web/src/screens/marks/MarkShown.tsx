import type { BookStudent, Mark } from '@vestibul/core';
import { sayNumber } from '../../parts/ui/format';
import { sayCell } from './sayMark';
import type { PointsField } from './useTyping';

/** Who began to type goes on in the field. */
const goOnTyping = (field: HTMLInputElement | null) => field?.focus();

/** The field in a cell in which points are typed. */
export function PointsInput({ field, most }: { field: PointsField; most: number }) {
  return (
    <input
      ref={goOnTyping}
      inputMode="decimal"
      autoComplete="off"
      maxLength={9}
      aria-label={`Points, up to ${sayNumber(most)}`}
      className="w-full rounded border border-edge bg-surface px-1.5 py-0.5 text-right"
      value={field.typed}
      onChange={(event) => field.type(event.target.value)}
      onBlur={field.leave}
    />
  );
}

/** What somebody has of what is given so far. */
export function TotalShown({ total }: Pick<BookStudent, 'total'>) {
  if (!total) return '–';
  return (
    <>
      <b className="font-semibold">{total.percent === null ? '–' : `${sayNumber(total.percent)} %`}</b>
      <span className="block text-small leading-none text-ink-2">
        {sayNumber(total.points)} of {sayNumber(total.most)}
      </span>
    </>
  );
}

/** A mark as it stands in its cell: what counts, what it was before being late took something off, and whether it is back. */
export function MarkShown({ mark }: { mark: Mark | null }) {
  if (!mark || mark.counted === null || mark.excused)
    return (
      <span className={`text-small ${mark?.isMissing ? 'font-semibold text-brick' : 'text-ink-2'}`}>
        {sayCell(mark)}
      </span>
    );
  return (
    <>
      {mark.counted === mark.points ? null : (
        <span className="text-small text-ink-2 line-through">{sayNumber(mark.points!)}</span>
      )}
      <b className="font-semibold">{sayCell(mark)}</b>
      <span aria-hidden="true" className="w-2 text-ink-2">
        {mark.isShown ? '' : '◦'}
      </span>
    </>
  );
}
