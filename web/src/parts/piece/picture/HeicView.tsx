import { startTransition, useEffect, useState } from 'react';
import { Failed, Loading } from '../../messages/States';
import { NotShown } from '../NotShown';
import type { ShownPiece } from '../pieceKind';
import type { There } from '../ahead';
import { useBytes } from '../useBytes';
import { useReading } from '../useReading';
import { Picture } from './PictureView';
import { decodeHeic } from './decodeHeic';

/** A photo as phones keep it, which most browsers cannot show by themselves: unpacked in a worker. */
export function HeicView({ piece, source }: { piece: ShownPiece; source: string }) {
  const bytes = useBytes(source);
  const decoded = useReading(bytes, unpack, photoAhead);
  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  if (typeof decoded === 'string') return <NotShown piece={piece} source={source} why={decoded} />;
  return decoded ? <Unpacked of={decoded} name={piece.name} /> : <Loading what="Unpacking the photo" />;
}

const unpack = ({ bytes }: There, stop: AbortSignal) => decodeHeic(bytes, stop);
const photoAhead = ({ photo }: There) => photo;

/** What was unpacked, for as long as it is looked at. */
function Unpacked({ of, name }: { of: Blob; name: string }) {
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    const made = URL.createObjectURL(of);
    startTransition(() => setAddress(made));
    return () => URL.revokeObjectURL(made);
  }, [of]);
  return address ? <Picture src={address} alt={name} /> : null;
}
