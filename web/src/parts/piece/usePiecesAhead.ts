import { useEffect } from 'react';
import { MOST_AHEAD } from './ahead';
import { sourceOf, type ShownPiece } from './pieceKind';
import { prepare } from './prepare';
import { useLatest } from '../ui/useLatest';

/** Fetches the pieces that come next in a list before they are asked for. */
export function usePiecesAhead(following: readonly ShownPiece[]): void {
  const next = following.slice(0, MOST_AHEAD);
  const fetchThem = useLatest(() => next.forEach(prepare));
  const key = next.map(sourceOf).join(' ');
  useEffect(() => fetchThem(), [fetchThem, key]);
}
