import { useCallback, useMemo, useState } from 'react';
import type { Anchor, CommentId } from '@vestibul/core';
import type { Piece, Submission } from '../../state/api';
import type { ChoosingPlace, Places } from '../piece/places/usePlaces';
import { marksOf } from './marksOf';

/** The places of the piece that is shown, which comment is looked at, and which ones’ words are gone. */
export function usePlacesOf(
  submission: Submission,
  piece: Piece | undefined,
  writing: { choice: ChoosingPlace; chosen: Anchor | null } | null = null,
) {
  const [current, setCurrent] = useState<string | null>(null);
  const [asked, setAsked] = useState(0);
  const [gone, setGone] = useState<readonly string[]>([]);
  const marks = useMemo(() => marksOf(submission, piece), [submission, piece]);
  const tellGone = useCallback((ids: readonly string[]) => {
    setGone((was) => (was.join() === ids.join() ? was : ids));
  }, []);
  const open = useCallback((id: string) => {
    setCurrent(id);
    showIn('[data-comment]', id);
  }, []);
  const places: Places = useMemo(
    () => ({
      marks,
      current,
      asked,
      chosen: writing?.chosen ?? null,
      open,
      choice: writing?.choice ?? null,
      tellGone,
    }),
    [marks, current, asked, writing?.chosen, writing?.choice, open, tellGone],
  );
  /** Shows where a comment was said, in the piece that is shown. */
  const showPlace = (id: CommentId) => {
    setCurrent(id);
    setAsked((times) => times + 1);
    showIn('[data-place]', id);
  };
  return { places, showPlace, current, gone };
}

/** Brings a mark or a comment into view. */
function showIn(kind: '[data-comment]' | '[data-place]', id: string) {
  const key = kind === '[data-comment]' ? 'comment' : 'place';
  const found = [...document.querySelectorAll<HTMLElement>(kind)].find(({ dataset }) => dataset[key] === id);
  const shown = kind === '[data-place]' ? (found?.firstElementChild ?? found) : found;
  shown?.scrollIntoView({ block: 'nearest', behavior: 'smooth' });
  if (key === 'comment') found?.focus({ preventScroll: true });
}
