const SIGNED_IN = 'vestibul:signed-in';

/**
 * Has what waits for the school tried at once: when the network is back, and when whoever was signed out is in again. A hint
 * and no promise: the browser says when it has a network, not when the school is there. Returns what ends it.
 */
export function onBackInTouch(act: () => void): () => void {
  window.addEventListener('online', act);
  window.addEventListener(SIGNED_IN, act);
  return () => {
    window.removeEventListener('online', act);
    window.removeEventListener(SIGNED_IN, act);
  };
}

export function sayBackInTouch(): void {
  window.dispatchEvent(new Event(SIGNED_IN));
}
