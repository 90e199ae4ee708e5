import type { ReactNode } from 'react';
import type { CommentId, PieceId } from '@vestibul/core';
import type { Submission } from '../../state/api';
import { StampDrawing } from '../ui/StampDrawing';
import { Answers } from './Answers';
import { sayPlace, type Comment } from './marksOf';
import { sayWhoSaid } from './sayWhoSaid';
import { SpokenWords } from './SpokenWords';
import type { usePlacesOf } from './usePlacesOf';

interface CommentListProps {
  submission: Submission;
  zone: string;
  of: ReturnType<typeof usePlacesOf>;
  /** Shows another piece, in which something was said. */
  choosePiece: (id: PieceId) => void;
  className: string;
  textClass?: string;
  /** Who reads an answer, in a sentence; null where nobody answers any more. */
  hint: string | null;
  /** What can be done with one, and what stands in its place while it is. */
  acts?: (comment: Comment) => ReactNode;
}

/** What is said of work: first at the places of what is shown, as one comes by them, then of the whole and of the rest. */
export function CommentList({
  submission,
  zone,
  of,
  choosePiece,
  className,
  textClass = '',
  hint,
  acts,
}: CommentListProps) {
  const { places, current, gone, showPlace } = of;
  const numbers = new Map(places.marks.map(({ id, number }) => [id, number]));
  const last = submission.comments.length + 1;
  const sorted = submission.comments.toSorted(
    (a, b) => (numbers.get(a.id) ?? last) - (numbers.get(b.id) ?? last),
  );
  return (
    <ul aria-label="Comments" className="grid list-none gap-2 p-0">
      {sorted.map((said) => (
        <li
          key={said.id}
          data-comment={said.id}
          data-current={said.id === current}
          tabIndex={-1}
          className={`${className} data-[current=true]:ring-2 data-[current=true]:ring-brass-mark`}
        >
          <PlaceLine
            said={said}
            number={numbers.get(said.id)}
            isGone={gone.includes(said.id)}
            submission={submission}
            showPlace={showPlace}
            choosePiece={choosePiece}
          />
          <p className={`flex items-center gap-2.5 ${textClass}`}>
            {said.stamp ? <StampDrawing stamp={said.stamp} className="size-8 text-act" /> : null}
            <span className="min-w-0 [overflow-wrap:anywhere] whitespace-pre-wrap">{said.text}</span>
          </p>
          {said.spoken ? (
            <SpokenWords submissionId={submission.id} said={said} seconds={said.spoken.seconds} />
          ) : null}
          <p className="mt-1 flex flex-wrap items-center gap-x-2 text-[12.5px] text-ink-2">
            <span>{sayWhoSaid(said, zone)}</span>
            {acts?.(said)}
          </p>
          <Answers submission={submission} said={said} zone={zone} hint={hint} />
        </li>
      ))}
    </ul>
  );
}

interface PlaceLineProps {
  said: Comment;
  number: number | undefined;
  isGone: boolean;
  submission: Submission;
  showPlace: (id: CommentId) => void;
  choosePiece: (id: PieceId) => void;
}

/** Where something was said, leading there. */
function PlaceLine({ said, number, isGone, submission, showPlace, choosePiece }: PlaceLineProps) {
  const { place } = said;
  if (!place) return null;
  const line = 'mb-1 flex w-full items-start gap-1.5 text-left text-small text-ink-2';
  const words = <span className="min-w-0 [overflow-wrap:anywhere]">{sayPlace(place.anchor)}</span>;
  if (number !== undefined && !isGone)
    return (
      <button type="button" className={`${line} rounded underline`} onClick={() => showPlace(said.id)}>
        {said.stamp ? null : <b className="text-ink">{number}</b>} {words}
      </button>
    );
  const piece = submission.pieces.find(({ id }) => id === place.pieceId);
  if (!piece) return <p className={line}>{words}</p>;
  return (
    <button type="button" className={`${line} rounded underline`} onClick={() => choosePiece(piece.id)}>
      <span className="min-w-0 [overflow-wrap:anywhere]">
        {isGone
          ? 'was at a passage that is gone: '
          : `in ${piece.form} ${piece.n}, attempt ${piece.attempt}: `}
        {sayPlace(place.anchor)}
      </span>
    </button>
  );
}
