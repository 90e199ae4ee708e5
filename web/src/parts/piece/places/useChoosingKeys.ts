import { useLayoutEffect } from 'react';
import { useLatest } from '../../ui/useLatest';

/**
 * While a place is chosen with keys, these are its alone: an arrow moves the place and nothing else, and Enter takes it.
 * `moves` says what each key means; one with Shift is written `Shift+ArrowUp`.
 */
export function useChoosingKeys<Move>(
  moves: Record<string, Move>,
  act: (move: Move) => void,
  isActive: boolean,
): void {
  const make = useLatest(act);
  useLayoutEffect(() => {
    if (!isActive) return;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const move = moves[`${event.shiftKey ? 'Shift+' : ''}${event.key}`];
      if (move === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      make(move);
    };
    window.addEventListener('keydown', press, true);
    return () => window.removeEventListener('keydown', press, true);
  }, [isActive, make, moves]);
}

/** Presses one of these keys for somebody who has none: on a tablet a place is moved and taken by buttons. */
export function pressChoosingKey(key: 'ArrowUp' | 'ArrowDown' | 'Enter'): void {
  window.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));
}
