import { useLayoutEffect, useRef } from 'react';

export type KeyMap = Record<string, ((event: KeyboardEvent) => void) | undefined>;

/** Whether a key belongs to what has the focus: text being written, or a control that uses the key itself. */
function isTaken(event: KeyboardEvent): boolean {
  const target = event.target;
  if (!(target instanceof HTMLElement)) return false;
  if (
    target.isContentEditable ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement
  )
    return true;
  if (target instanceof HTMLInputElement)
    return !['checkbox', 'radio', 'button', 'submit'].includes(target.type);
  // Space and Enter press a button; a player takes its own keys.
  if (event.key === ' ' || event.key === 'Enter') {
    return (
      target instanceof HTMLButtonElement ||
      target instanceof HTMLAudioElement ||
      target instanceof HTMLVideoElement
    );
  }
  return target.closest('[role=menu]') !== null;
}

/**
 * Listens for keys on the whole page while the component is there. Two keys after each other are written `g r`.
 * Keys with Ctrl, Alt or Meta stay the browser's.
 */
export function useKeys(keys: KeyMap, active = true): void {
  const latest = useRef(keys);
  useLayoutEffect(() => {
    latest.current = keys;
  });
  // Before the page is painted: who sees it can press a key.
  useLayoutEffect(() => {
    if (!active) return;
    let before = '';
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || isTaken(event)) return;
      const act =
        latest.current[`${before} ${event.key}`] ?? (before ? undefined : latest.current[event.key]);
      const opensChord = Object.keys(latest.current).some((key) => key.startsWith(`${event.key} `));
      before = !before && opensChord ? event.key : '';
      if (!act) return;
      event.preventDefault();
      act(event);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [active]);
}
