import { useCallback, useLayoutEffect, useRef } from 'react';

/** An act that stays the same for whoever is given it, and always does what it does by now. */
export function useLatest<Args extends unknown[]>(act: (...args: Args) => void): (...args: Args) => void {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  return useCallback((...args: Args) => latest.current(...args), []);
}
