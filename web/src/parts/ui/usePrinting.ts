import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';

/** Whether the page is being printed: what is for paper alone is there before the browser takes its picture. */
export function usePrinting(): boolean {
  const [prints, setPrints] = useState(false);
  useEffect(() => {
    const begin = () => flushSync(() => setPrints(true));
    const end = () => setPrints(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return prints;
}
