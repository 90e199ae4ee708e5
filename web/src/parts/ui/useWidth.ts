import { useCallback, useState, useSyncExternalStore } from 'react';

/** How wide an element is, in CSS pixels, followed while it changes; 0 until it is there. `ref` goes to the element. */
export function useWidth(): readonly [width: number, ref: (element: HTMLElement | null) => void] {
  const [element, setElement] = useState<HTMLElement | null>(null);
  // One and the same between drawings, else it would be watched anew with each.
  const watch = useCallback(
    (changed: () => void) => {
      if (!element) return () => undefined;
      const observer = new ResizeObserver(changed);
      observer.observe(element);
      return () => observer.disconnect();
    },
    [element],
  );
  const width = useSyncExternalStore(watch, () => element?.clientWidth ?? 0);
  return [width, setElement];
}
