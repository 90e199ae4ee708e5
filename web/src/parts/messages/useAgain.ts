import { useEffect, useRef } from 'react';

/** How often what did not reach the school is tried again, in milliseconds. */
const AGAIN_MS = 5000;

/**
 * Tries again and again while the school cannot be reached. The browser says when it has a network again, not when the school
 * is there; and what it says while a try is under way comes too early.
 */
export function useAgain(isCutOff: boolean, act: (() => void) | undefined): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    if (!isCutOff) return;
    const trying = setInterval(() => latest.current?.(), AGAIN_MS);
    return () => clearInterval(trying);
  }, [isCutOff]);
}
