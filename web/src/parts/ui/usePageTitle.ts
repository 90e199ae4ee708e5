import { useEffect } from 'react';

/** Names the window after the page, for its tab and for those who hear it. */
export function usePageTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Vestibul`;
  }, [title]);
}
