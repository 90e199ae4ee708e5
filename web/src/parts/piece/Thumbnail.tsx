import { useEffect, useState } from 'react';
import { pathOf } from '@vestibul/contract';
import type { Form, PieceId } from '@vestibul/core';

/** Forms of which something is drawn. */
const DRAWN: ReadonlySet<Form | ''> = new Set<Form>(['text', 'pages', 'slides', 'table', 'photo', 'picture']);
/** When it is asked again for one that is not drawn yet, in milliseconds; after that there is none. */
const AGAIN_MS = [1500, 4000, 12_000, 40_000];

interface ThumbnailProps {
  piece: PieceId;
  form: Form | '';
  className: string;
}

/** What a piece looks like, small. It is drawn when it is first looked at, and comes when it is there; of what has none nothing is. */
export function Thumbnail({ piece, form, className }: ThumbnailProps) {
  return DRAWN.has(form) ? <Drawn key={piece} piece={piece} className={className} /> : null;
}

function Drawn({ piece, className }: Omit<ThumbnailProps, 'form'>) {
  const [tries, setTries] = useState(0);
  const [state, setState] = useState<'asked' | 'waits' | 'there'>('asked');
  const wait = state === 'waits' ? AGAIN_MS[tries] : undefined;
  useEffect(() => {
    if (wait === undefined) return;
    const timer = setTimeout(() => {
      setState('asked');
      setTries((before) => before + 1);
    }, wait);
    return () => clearTimeout(timer);
  }, [wait]);
  return (
    <img
      // An image that failed is asked for anew by another element alone.
      key={tries}
      alt=""
      loading="lazy"
      decoding="async"
      src={pathOf('readThumbnail', { pieceId: piece })}
      className={`${className} ${state === 'there' ? '' : 'opacity-0'}`}
      onLoad={() => setState('there')}
      onError={() => setState('waits')}
    />
  );
}
