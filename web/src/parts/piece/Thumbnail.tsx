import { useEffect, useState } from 'react';
import { drawnForms, type Form } from '@vestibul/core';

const DRAWN: ReadonlySet<Form | ''> = new Set<Form>(drawnForms);
/** When it is asked again for one that is not drawn yet, in milliseconds; after that there is none. */
const AGAIN_MS = [1500, 4000, 12_000, 40_000];

interface ThumbnailProps {
  /** Where it is read from. */
  source: string;
  /** Another one whenever it may look otherwise. */
  version?: string;
  form: Form | '';
  className: string;
}

/** What a file looks like, small. It is drawn when it is first looked at, and comes when it is there; of what has none nothing is. */
export function Thumbnail({ source, version = '', form, className }: ThumbnailProps) {
  return DRAWN.has(form) ? <Drawn key={source + version} source={source} className={className} /> : null;
}

function Drawn({ source, className }: Pick<ThumbnailProps, 'source' | 'className'>) {
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
      src={source}
      className={`${className} ${state === 'there' ? '' : 'opacity-0'}`}
      onLoad={() => setState('there')}
      onError={() => setState('waits')}
    />
  );
}
