import { useEffect, useRef, type RefObject } from 'react';

/** Keeps what is current in sight within a row that is longer than the screen is wide. Returns the row's ref. */
export function useCurrentInView<Row extends HTMLElement>(current: string): RefObject<Row | null> {
  const row = useRef<Row>(null);
  useEffect(() => {
    row.current
      ?.querySelector('[aria-current]:not([aria-current=false])')
      ?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [current]);
  return row;
}
