import { useCallback, useEffect, useRef, useState } from 'react';
import { tellFailure } from '../messages/Notices';
import { isCutOff } from '../messages/sentences';

/** How often a press that did not reach the school is sent again, in milliseconds. */
const AGAIN_MS = 5000;

interface Sent<Answer> {
  data?: Answer;
  error?: unknown;
}

export interface Press {
  press: () => void;
  /** It did not reach the school, and is sent again by itself while the page is open. */
  waits: boolean;
  giveUp: () => void;
}

/**
 * One press of a button that must count once. It has a key of its own until it is answered, so the same press counts once
 * however often it is sent; and where the school cannot be reached it is sent again until it is.
 */
export function usePress<Answer>(
  send: (key: string) => Promise<Sent<Answer>>,
  onAnswer: (answer: Answer) => void,
): Press {
  const [waits, setWaits] = useState(false);
  const key = useRef<string | null>(null);
  const isSending = useRef(false);
  const latest = useRef({ send, onAnswer });
  useEffect(() => {
    latest.current = { send, onAnswer };
  });
  const press = useCallback(async () => {
    if (isSending.current) return;
    isSending.current = true;
    key.current ??= crypto.randomUUID();
    const { data, error } = await latest.current.send(key.current);
    isSending.current = false;
    setWaits(data === undefined && isCutOff(error));
    if (data === undefined && isCutOff(error)) return;
    key.current = null;
    if (data === undefined) tellFailure(error);
    else latest.current.onAnswer(data);
  }, []);
  useEffect(() => {
    if (!waits) return;
    const again = () => void press();
    // What the browser says of its network is a hint to try at once, and no promise that the school is there.
    const trying = setInterval(again, AGAIN_MS);
    window.addEventListener('online', again);
    return () => {
      clearInterval(trying);
      window.removeEventListener('online', again);
    };
  }, [waits, press]);
  return { press: () => void press(), waits, giveUp: () => setWaits(false) };
}
