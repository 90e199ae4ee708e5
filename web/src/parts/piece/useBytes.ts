import { useEffect, useState } from 'react';
import type { ErrorAnswer } from '@vestibul/contract';
import type { PageFailure } from '../../state/contractQuery';
import { lookAhead, nothingMade, takeAhead, type There } from './ahead';

export type Bytes = { status: 'loading' } | There | { status: 'failed'; failure: PageFailure };

const LOADING: Bytes = { status: 'loading' };

/** Fetches the bytes of a piece, where they are not there already; what belongs to a piece no longer shown is dropped. */
export function useBytes(source: string): Bytes {
  const [read, setRead] = useState(() => ({ source, bytes: lookAhead(source) ?? LOADING }));
  useEffect(() => {
    const stop = new AbortController();
    const setState = (bytes: Bytes) =>
      setRead((before) => (before.source === source && before.bytes === bytes ? before : { source, bytes }));
    const fetchIt = async () => {
      const ahead = await takeAhead(source);
      if (stop.signal.aborted) return;
      if (ahead) return setState(ahead);
      const response = await fetch(source, { signal: stop.signal });
      if (response.ok) setState({ ...nothingMade, status: 'there', bytes: await response.arrayBuffer() });
      else setState({ status: 'failed', failure: ((await response.json()) as ErrorAnswer).error });
    };
    fetchIt().catch(() => {
      if (!stop.signal.aborted)
        setState({ status: 'failed', failure: { code: 'no-connection', details: {} } });
    });
    return () => stop.abort();
  }, [source]);
  return read.source === source ? read.bytes : LOADING;
}
