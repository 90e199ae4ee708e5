import { useEffect, useRef, type RefObject } from 'react';

/**
 * Keeps what is current in sight within a row that is longer than the screen is wide. Only the row moves: what the page below has
 * been brought to is left where it is. Returns the row's ref.
 */
export function useCurrentInView<Row extends HTMLElement>(current: string): RefObject<Row | null> {
  const row = useRef<Row>(null);
  useEffect(() => {
    const found = row.current?.querySelector('[aria-current]:not([aria-current=false])');
    if (!row.current || !found) return;
    const frame = row.current;
    // Told where both are once the page has been laid out, instead of having it laid out to be told.
    const observer = new IntersectionObserver(
      ([seen]) => {
        observer.disconnect();
        const [bounds, box] = [seen!.rootBounds!, seen!.boundingClientRect];
        if (box.left < bounds.left) frame.scrollLeft -= bounds.left - box.left;
        else if (box.right > bounds.right) frame.scrollLeft += box.right - bounds.right;
      },
      { root: frame },
    );
    observer.observe(found);
    return () => observer.disconnect();
  }, [current]);
  return row;
}
