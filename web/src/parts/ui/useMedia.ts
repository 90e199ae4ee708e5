import { useSyncExternalStore } from 'react';

/** Whether the window is so now, by a media query. */
export function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = matchMedia(query);
      media.addEventListener('change', changed);
      return () => media.removeEventListener('change', changed);
    },
    () => matchMedia(query).matches,
  );
}
