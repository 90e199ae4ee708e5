import { useEffect, useState } from 'react';
import type { ShownPiece } from '../pieceKind';
import { isCut } from './isCut';

/** Says of a picture, a sound or a video that its end is missing: browsers show what is there as if it were all. */
export function CutNote({ piece, source }: { piece: ShownPiece; source: string }) {
  const [cut, setCut] = useState(false);
  const { mime, bytes } = piece;
  useEffect(() => {
    const stop = new AbortController();
    const read = async (from: number, to: number) => {
      const response = await fetch(source, {
        headers: { Range: `bytes=${from}-${to - 1}` },
        // A browser's store puts parts together with the whole that is fetched at the same time, and waits for ever.
        cache: 'no-store',
        signal: stop.signal,
      });
      return new Uint8Array(response.status === 206 ? await response.arrayBuffer() : []);
    };
    // What cannot be fetched is told by who shows it.
    isCut(mime, bytes, read).then(setCut, () => undefined);
    return () => stop.abort();
  }, [source, mime, bytes]);
  if (!cut) return null;
  return (
    <p role="status" className="justify-self-center p-2 text-center">
      This {piece.form} is cut off: its end did not arrive. Ask for it again.
    </p>
  );
}
