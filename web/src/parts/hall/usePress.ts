import { useCallback, useEffect, useRef, useState } from 'react';
import { tellFailure } from '../messages/Notices';
import { isCutOff } from '../messages/sentences';
import { onBackInTouch } from '../../state/backInTouch';
import { useAgain } from '../messages/useAgain';

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
  useAgain(waits, () => void press());
  useEffect(() => {
    if (!waits) return;
    // A hint to try at once: the same press counts once, however early it comes.
    const again = () => void press();
    return onBackInTouch(again);
  }, [waits, press]);
  return { press: () => void press(), waits, giveUp: () => setWaits(false) };
}
