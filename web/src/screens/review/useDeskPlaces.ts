import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Anchor } from '@vestibul/core';
import { useDraft } from '../../parts/hall/useDraft';
import { announce } from '../../parts/messages/announce';
import { hasPlaces } from '../../parts/piece/pieceKind';
import type { ChoosingPlace } from '../../parts/piece/places/usePlaces';
import { sayPlace } from '../../parts/review/marksOf';
import { usePlacesOf } from '../../parts/review/usePlacesOf';
import { useLatest } from '../../parts/ui/useLatest';
import { useKeys } from '../../parts/ui/useKeys';
import type { Piece, Submission } from '../../state/api';

/** Where the comment that is being written belongs. */
export interface WrittenAt {
  pieceId: Piece['id'];
  anchor: Anchor;
}

/**
 * Places on the desk: those of comments, and the one of the comment that is written next. `write` puts the writer before its
 * box, `show` brings the piece itself before them. `isOpen` is false where nothing is written any more.
 */
export function useDeskPlaces(
  submission: Submission,
  piece: Piece | undefined,
  { isOpen, write, show }: { isOpen: boolean; write: () => void; show: () => void },
) {
  const draft = useDraft<WrittenAt[]>(`place of comment ${submission.id}`, []);
  const [choosing, setChoosing] = useState<ChoosingPlace['choosing']>(null);
  const offered = useRef<Anchor | null>(null);
  const pieceId = piece?.id;
  const [written = null] = draft.value;

  const take = useLatest((anchor: Anchor) => {
    if (!pieceId) return;
    draft.set([{ pieceId, anchor }]);
    setChoosing(null);
    offered.current = null;
    announce(`Your comment is for ${sayPlace(anchor)}.`);
    write();
  });
  const stop = useCallback(() => setChoosing(null), []);
  const offer = useCallback((anchor: Anchor | null) => {
    offered.current = anchor;
  }, []);
  const choice = useMemo<ChoosingPlace>(
    () => ({ choosing, stop, take, offer }),
    [choosing, stop, take, offer],
  );
  // What was selected in one piece is no place of another.
  useEffect(() => offer(null), [offer, pieceId]);
  const chosen = written && written.pieceId === pieceId ? written.anchor : null;
  const canChoose = isOpen && piece !== undefined && hasPlaces(piece);
  const writing = useMemo(() => (canChoose ? { choice, chosen } : null), [canChoose, choice, chosen]);
  const places = usePlacesOf(submission, piece, writing);
  const of: typeof places = {
    ...places,
    showPlace: (id) => {
      show();
      places.showPlace(id);
    },
  };

  /** Asks for a place with keys; asked again, for one of the other kind. */
  const choose = () => {
    show();
    setChoosing((was) => ({ isOther: was ? !was.isOther : false }));
  };
  useKeys({
    c: () => (offered.current ? take(offered.current) : write()),
    m: canChoose ? choose : undefined,
    Escape: choosing ? stop : undefined,
  });
  return { of, written, choosing, canChoose, choose, stop, forget: () => draft.done() };
}
