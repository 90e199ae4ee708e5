import { useSyncExternalStore } from 'react';
import { browserShelf } from './browserShelf';

export type Theme = 'light' | 'dark';

const changes = new EventTarget();

function current(): Theme {
  return document.documentElement.dataset.theme === 'dark' ? 'dark' : 'light';
}

/** Changes the theme and remembers it on this device. */
export function setTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
  browserShelf.setItem('vestibul.theme', theme);
  changes.dispatchEvent(new Event('change'));
}

export function useTheme(): Theme {
  return useSyncExternalStore((changed) => {
    changes.addEventListener('change', changed);
    return () => changes.removeEventListener('change', changed);
  }, current);
}
