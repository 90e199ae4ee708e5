import { useEffect, useState } from 'react';
import type { There } from './ahead';
import type { Making } from './Making';
import type { Bytes } from './useBytes';

/**
 * What is read of a piece once its bytes are there; null until then. What was made of it `ahead` is there at once. `read` is one and the same between drawings, else the piece
 * is read anew.
 */
export function useReading<Read>(
  bytes: Bytes,
  read: (there: There, stop: AbortSignal) => Promise<Read>,
  ahead: (there: There) => Making<Read> | null = () => null,
): Read | null {
  const [answer, setAnswer] = useState<Read | null>(() =>
    bytes.status === 'there' ? (ahead(bytes)?.made ?? null) : null,
  );
  useEffect(() => {
    if (bytes.status !== 'there') return;
    const stop = new AbortController();
    const begin = async () => {
      const said = (await ahead(bytes)?.coming) ?? (await read(bytes, stop.signal));
      if (!stop.signal.aborted) setAnswer(() => said);
    };
    void begin();
    return () => stop.abort();
  }, [bytes, read, ahead]);
  return answer;
}
