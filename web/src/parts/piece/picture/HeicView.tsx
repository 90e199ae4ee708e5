import { useEffect, useState } from 'react';
import { Failed, Loading } from '../../messages/States';
import { NotShown, type WhyNot } from '../NotShown';
import type { ShownPiece } from '../pieceKind';
import { useBytes } from '../useBytes';
import { Picture } from './PictureView';
import { decodeHeic } from './decodeHeic';

/** A photo as phones keep it, which most browsers cannot show by themselves: unpacked in a worker. */
export function HeicView({ piece, source }: { piece: ShownPiece; source: string }) {
  const bytes = useBytes(source);
  const [why, setWhy] = useState<WhyNot | null>(null);
  const [picture, setPicture] = useState<string | null>(null);
  useEffect(() => {
    if (bytes.status !== 'there') return;
    const stop = new AbortController();
    let address: string | null = null;
    const decode = async () => {
      const decoded = await decodeHeic(bytes.bytes, stop.signal);
      if (stop.signal.aborted) return;
      if (typeof decoded === 'string') return setWhy(decoded);
      address = URL.createObjectURL(decoded);
      setPicture(address);
    };
    void decode();
    return () => {
      stop.abort();
      if (address) URL.revokeObjectURL(address);
    };
  }, [bytes]);
  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  if (why) return <NotShown piece={piece} source={source} why={why} />;
  return picture ? <Picture src={picture} alt={piece.name} /> : <Loading what="Unpacking the photo" />;
}
