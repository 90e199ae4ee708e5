import { useEffect } from 'react';
import { api, type Submission } from '../../state/api';

/** How often the page says that somebody is still there, in milliseconds; after two and a half the school takes them for gone. */
const BEAT_MS = 20_000;

/** Has the rest of the staff see that this piece is before somebody here, as long as it is, and the page is to be seen. */
export function useLooking(submissionId: Submission['id'], isTold: boolean): void {
  const [lookAt] = api.useLookAtMutation();
  useEffect(() => {
    if (!isTold) return;
    const say = (isHere: boolean) => void lookAt({ params: { submissionId }, body: { isHere } });
    const sayNow = () => say(!document.hidden);
    sayNow();
    const beat = setInterval(() => {
      if (!document.hidden) say(true);
    }, BEAT_MS);
    document.addEventListener('visibilitychange', sayNow);
    return () => {
      clearInterval(beat);
      document.removeEventListener('visibilitychange', sayNow);
      say(false);
    };
  }, [submissionId, isTold, lookAt]);
}
