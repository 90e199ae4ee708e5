import { startTransition, useCallback, useOptimistic } from 'react';
import { useSearchParams } from 'react-router';

/**
 * What is chosen on a page and stands in its address. A choice holds at once: the router draws a new address when it has
 * time, and a key pressed before that must be for what was chosen, never for what lay there until then.
 */
export function useChosen() {
  const [inAddress, setInAddress] = useSearchParams();
  const [chosen, setChosen] = useOptimistic(inAddress);
  const choose = useCallback(
    (change: (chosen: URLSearchParams) => void) => {
      const next = new URLSearchParams(chosen);
      change(next);
      startTransition(() => {
        setChosen(next);
        setInAddress(next, { replace: true });
      });
    },
    [chosen, setChosen, setInAddress],
  );
  return [chosen, choose] as const;
}
