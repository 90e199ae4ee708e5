import { useEffect, useState } from 'react';
import type { Bytes } from './useBytes';

type There = Extract<Bytes, { status: 'there' }>;

/**
 * What is read of a piece once its bytes are there; null until then. `read` is one and the same between drawings, else the piece
 * is read anew.
 */
export function useReading<Read>(
  bytes: Bytes,
  read: (there: There, stop: AbortSignal) => Promise<Read>,
): Read | null {
  const [answer, setAnswer] = useState<Read | null>(null);
  useEffect(() => {
    if (bytes.status !== 'there') return;
    const stop = new AbortController();
    const begin = async () => {
      const said = await read(bytes, stop.signal);
      if (!stop.signal.aborted) setAnswer(() => said);
    };
    void begin();
    return () => stop.abort();
  }, [bytes, read]);
  return answer;
}
