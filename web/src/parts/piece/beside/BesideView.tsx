import { useEffect, useRef, useState } from 'react';
import { Columns2 } from 'lucide-react';
import { pathOf } from '@vestibul/contract';
import type { Piece } from '../../../state/api';
import { Failed } from '../../messages/States';
import { Button } from '../../ui/Button';
import { inputClass } from '../../ui/Field';
import { useKeys } from '../../ui/useKeys';
import { PieceView } from '../PieceView';
import type { ShownPiece } from '../pieceKind';
import { PlacesContext } from '../places/usePlaces';
import { useBytes, type Bytes } from '../useBytes';
import { askBeside, comparedBy } from './askBeside';
import type { BesideAnswer } from './besideQuestion';
import { CellsBeside } from './CellsBeside';
import { sayPiece, type OtherSide } from './otherSides';
import { PicturesBeside } from './PicturesBeside';
import { sayChanges } from './sayChanges';
import type { Beside } from './useBeside';
import { WordsBeside } from './WordsBeside';

/** A side, and what it is called. */
export type Named = ShownPiece & Pick<OtherSide, 'source' | 'says'>;

/** Opens and closes it; nothing where there is nothing to set the piece beside. */
export function BesideButton({ of }: { of: Beside }) {
  if (of.others.length === 0) return null;
  return (
    <button
      type="button"
      aria-pressed={of.other !== null}
      onClick={of.other ? of.close : of.open}
      className="inline-flex min-h-6 items-center gap-1.5 rounded-md border border-transparent px-1.5 text-small font-semibold text-act aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:text-ink"
    >
      <Columns2 aria-hidden="true" className="size-4" /> What changed <kbd>w</kbd>
    </button>
  );
}

interface BesideViewProps {
  of: Beside;
  piece: Piece;
  other: OtherSide;
}

/** A piece beside an earlier attempt or its blank, with what changed. */
export function BesideView({ of: { others, choose, close }, piece, other }: BesideViewProps) {
  const frame = useRef<HTMLDivElement>(null);
  const own: Named = {
    ...piece,
    source: pathOf('readPiece', { pieceId: piece.id }),
    says: sayPiece(piece),
  };
  const [before, after] = other.isEarlier ? [other, own] : [own, other];
  const compared = useComparison(before, after);
  const toNext = () => frame.current && showNextChange(frame.current);
  useKeys({ w: toNext, Escape: close });
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-small">
        <label className="flex min-w-0 items-center gap-2">
          beside
          <select
            className={`${inputClass} min-w-0 px-2! py-1! text-small`}
            value={other.id}
            onChange={(event) => {
              const chosen = others.find(({ id }) => id === event.target.value);
              if (chosen) choose(chosen.id);
            }}
          >
            {others.map(({ id, says: name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <p role="status" className="font-semibold">
          {compared.status === 'there'
            ? sayComparison(compared.answer, before, after)
            : compared.status === 'loading'
              ? 'Comparing …'
              : ''}
        </p>
        {compared.status === 'there' && compared.answer?.found ? (
          <Button className="ml-auto px-2.5! py-1! text-small" onClick={toNext}>
            Next change <kbd>w</kbd>
          </Button>
        ) : null}
      </div>
      <div
        ref={frame}
        tabIndex={0}
        role="region"
        aria-label="What changed"
        className="beside min-h-0 flex-1 overflow-auto"
      >
        {compared.status === 'loading' ? null : compared.status === 'failed' ? (
          <Failed failure={compared.failure} />
        ) : (
          <Compared answer={compared.answer} before={before} after={after} />
        )}
      </div>
    </>
  );
}

type Comparison =
  | { status: 'loading' }
  | { status: 'there'; answer: BesideAnswer | null }
  | Extract<Bytes, { status: 'failed' }>;

function useComparison(before: Named, after: Named): Comparison {
  const [was, is] = [useBytes(before.source), useBytes(after.source)];
  const [answer, setAnswer] = useState<{ of: string; answer: BesideAnswer | null } | null>(null);
  const of = `${before.source} ${after.source}`;
  useEffect(() => {
    if (was.status !== 'there' || is.status !== 'there') return;
    const stop = new AbortController();
    const ask = async () => {
      const found = await askBeside(
        { piece: before, bytes: was.bytes },
        { piece: after, bytes: is.bytes },
        stop.signal,
      );
      if (!stop.signal.aborted) setAnswer({ of, answer: found });
    };
    void ask();
    return () => stop.abort();
  }, [was, is, of]); // eslint-disable-line react-hooks/exhaustive-deps -- a piece is its source
  if (was.status === 'failed') return was;
  if (is.status === 'failed') return is;
  return answer?.of === of ? { status: 'there', answer: answer.answer } : { status: 'loading' };
}

/** What is said of two pieces, also where they could not be compared. */
function sayComparison(answer: BesideAnswer | null, before: Named, after: Named): string {
  if (answer) return sayChanges(answer);
  return comparedBy(before, after) === null
    ? 'Shown beside each other: of these kinds nothing can be compared.'
    : 'Shown beside each other: one of them has no words that can be read.';
}

interface ComparedProps {
  answer: BesideAnswer | null;
  before: Named;
  after: Named;
}

function Compared({ answer, before, after }: ComparedProps) {
  if (answer?.by === 'words' && answer.found)
    return <WordsBeside found={answer.found} before={before.says} after={after.says} />;
  if (answer?.by === 'cells' && answer.found) return <CellsBeside found={answer.found} />;
  if (answer?.by === 'pixels')
    return <PicturesBeside before={before} after={after} parts={answer.found?.parts ?? []} />;
  return (
    <PlacesContext value={null}>
      <div className="grid h-full grid-cols-2 gap-3 max-sm:grid-cols-1">
        {[before, after].map((side) => (
          <section
            key={side.id}
            aria-label={side.says}
            className="flex min-h-[50dvh] min-w-0 flex-col gap-1.5"
          >
            <p className="text-small font-semibold text-ink-2">{side.says}</p>
            <PieceView piece={side} />
          </section>
        ))}
      </div>
    </PlacesContext>
  );
}

/** Goes on to the change after the one that has the focus; after the last, to the first. */
function showNextChange(frame: HTMLElement) {
  const changes = [...frame.querySelectorAll<HTMLElement>('[data-change]')];
  const at = changes.indexOf(document.activeElement as HTMLElement);
  const next = changes[(at + 1) % Math.max(1, changes.length)];
  if (!next) return;
  next.focus({ preventScroll: true });
  // The frame alone is scrolled, to have it in its middle: the page around it stays.
  const [shown, change] = [frame.getBoundingClientRect(), next.getBoundingClientRect()];
  frame.scrollTop += change.top - shown.top - Math.max(0, (shown.height - change.height) / 2);
}
