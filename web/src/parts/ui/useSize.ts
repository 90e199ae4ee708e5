import { useCallback, useState, useSyncExternalStore } from 'react';

/** An element that is there, and what tells when its size changes. */
function useWatched() {
  const [element, setElement] = useState<Element | null>(null);
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
  return { element, setElement, watch };
}

type Ref = (element: Element | null) => void;

/** How wide an element is, in CSS pixels, followed while it changes; 0 until it is there. `ref` goes to the element. */
export function useWidth(): readonly [width: number, ref: Ref] {
  const { element, setElement, watch } = useWatched();
  return [useSyncExternalStore(watch, () => element?.clientWidth ?? 0), setElement];
}

/** How wide and how high an element is, as above. */
export function useSize(): readonly [size: { width: number; height: number }, ref: Ref] {
  const { element, setElement, watch } = useWatched();
  const width = useSyncExternalStore(watch, () => element?.clientWidth ?? 0);
  const height = useSyncExternalStore(watch, () => element?.clientHeight ?? 0);
  return [{ width, height }, setElement];
}
