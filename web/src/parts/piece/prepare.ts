import { fetchAhead } from './ahead';
import { loadViewOf } from './loadView';
import type { ShownPiece } from './pieceKind';

/** Has a piece that will probably be looked at next ready, and what it is shown by. */
export function prepare(piece: ShownPiece): void {
  fetchAhead(piece);
  loadViewOf(piece);
}
