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
    const [frame, box] = [row.current.getBoundingClientRect(), found.getBoundingClientRect()];
    if (box.left < frame.left) row.current.scrollLeft -= frame.left - box.left;
    else if (box.right > frame.right) row.current.scrollLeft += box.right - frame.right;
  }, [current]);
  return row;
}
