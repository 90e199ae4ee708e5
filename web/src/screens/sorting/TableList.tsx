import { useEffect, useRef } from 'react';
import { useDraggable } from '@dnd-kit/core';
import { Check } from 'lucide-react';
import { reasonWords } from './pileWords';
import { enterPlaces, type Choice, type OnTable } from './useChoice';

/** Answers within this much of the best fit as well. */
const FITS = 0.2;

/** In a word or two, why a piece was not placed by itself. */
function whyHere({ reason, candidates, assignmentId, parts, sides }: OnTable): string {
  if (sides.length > 1) return 'names different people';
  if (reason !== '' && reason !== 'taught') return reasonWords[reason];
  const [best] = candidates;
  if (!best) return 'no student’s name in it';
  const fitting = candidates.filter(({ confidence }) => confidence >= best.confidence * FITS).length;
  if (fitting > 1) return `${fitting} students match`;
  if (parts.some(({ as }) => as === 'wrong period')) return 'another period';
  if (parts.some(({ as }) => as === 'somebody else')) return 'not on the roster?';
  return assignmentId === null ? 'for which?' : 'not quite sure';
}

/** What lies on the table, one under the other; one of it is looked at, several can be taken together. */
export function TableList({
  choice,
  pieces,
  onPlace,
}: {
  choice: Choice;
  pieces: readonly OnTable[];
  onPlace: () => void;
}) {
  return (
    <ul
      aria-label="On the table"
      className="grid min-h-0 flex-1 list-none content-start gap-1 overflow-y-auto rounded-plate border border-line bg-hole/40 p-1.5"
    >
      {pieces.map((piece) => (
        <Row
          key={piece.id}
          piece={piece}
          isCurrent={piece.id === choice.piece?.id}
          isMarked={choice.isMarked(piece.id)}
          onLook={(isRange) => choice.look(piece.id, isRange)}
          onToggle={() => choice.toggle(piece.id)}
          onPlace={onPlace}
        />
      ))}
    </ul>
  );
}

interface RowProps {
  piece: OnTable;
  isCurrent: boolean;
  isMarked: boolean;
  onLook: (isRange: boolean) => void;
  onToggle: () => void;
  onPlace: () => void;
}

function Row({ piece, isCurrent, isMarked, onLook, onToggle, onPlace }: RowProps) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: piece.id });
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (isCurrent) button.current?.scrollIntoView({ block: 'nearest' });
  }, [isCurrent]);
  const folders = piece.path.split('/').slice(0, -1).join('/');
  return (
    <li
      ref={setNodeRef}
      className={`grid grid-cols-[1fr_auto] items-stretch rounded-lg border bg-surface ${
        isCurrent ? 'border-brass-mark outline-2 outline-brass-mark' : 'border-line'
      } ${isDragging ? 'opacity-60' : ''}`}
      {...listeners}
    >
      <button
        ref={button}
        type="button"
        aria-current={isCurrent ? 'true' : undefined}
        onClick={(event) => (event.ctrlKey || event.metaKey ? onToggle() : onLook(event.shiftKey))}
        onKeyDown={isCurrent ? enterPlaces(onPlace) : undefined}
        className="grid min-w-0 gap-0.5 rounded-lg px-2.5 py-1.5 text-left text-ink"
      >
        <code className={`text-[14px] ${isCurrent ? '[overflow-wrap:anywhere]' : 'truncate'}`}>
          {piece.path.split('/').at(-1)}
        </code>
        <span className="truncate text-small text-ink-2">
          {whyHere(piece)}
          {folders ? ` · in ${folders}` : ''}
        </span>
      </button>
      <button
        type="button"
        aria-pressed={isMarked}
        aria-label={`Select ‘${piece.path.split('/').at(-1)}’`}
        onClick={onToggle}
        className="m-1 grid w-7 place-items-center rounded border border-transparent text-ink-3 hover:border-edge aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:text-ink"
      >
        <Check aria-hidden="true" className={`size-4 ${isMarked ? '' : 'opacity-50'}`} />
      </button>
    </li>
  );
}
