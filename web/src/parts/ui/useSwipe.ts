import { useRef, type TouchEvent } from 'react';

/** How far a finger goes for a swipe, in pixels, and how many times farther across than up or down. */
const FAR = 60;
const ACROSS = 2;

/** The finger that is down, and where it came down. */
interface Down {
  id: number;
  x: number;
  y: number;
}

/** Tells a swipe of one finger: 1 to the left, for what comes next, and -1 to the right. What itself goes across keeps its swipes. */
export function useSwipe(act: (by: 1 | -1) => void) {
  const down = useRef<Down | null>(null);
  return {
    onTouchStart({ touches, target, currentTarget }: TouchEvent<HTMLElement>) {
      const touch = touches[0];
      down.current =
        touch && touches.length === 1 && !goesAcross(target as Element, currentTarget)
          ? { id: touch.identifier, x: touch.clientX, y: touch.clientY }
          : null;
    },
    onTouchEnd({ changedTouches }: TouchEvent<HTMLElement>) {
      const from = down.current;
      down.current = null;
      const up = Array.from(changedTouches).find(({ identifier }) => identifier === from?.id);
      if (!from || !up) return;
      const across = up.clientX - from.x;
      if (Math.abs(across) < FAR || Math.abs(across) < ACROSS * Math.abs(up.clientY - from.y)) return;
      act(across < 0 ? 1 : -1);
    },
  };
}

/** Whether something between a target and its frame scrolls across by itself, or is drawn along, as a player is. */
function goesAcross(target: Element, frame: Element): boolean {
  for (let element: Element | null = target; element && element !== frame; element = element.parentElement) {
    if (element.matches('audio, video, input, textarea, select')) return true;
    if (element.scrollWidth > element.clientWidth && /auto|scroll/.test(getComputedStyle(element).overflowX))
      return true;
  }
  return false;
}
