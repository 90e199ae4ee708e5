import { Suspense, lazy, useEffect, useLayoutEffect, useRef, useState } from 'react';

// What takes files in comes when some are dragged over the page.
const DropTaker = lazy(() => import('./DropTaker').then(({ DropTaker: view }) => ({ default: view })));

interface DropOverProps {
  /** What dropping here does, in a few words. */
  says: string;
  onFiles: (files: File[]) => void;
  isActive?: boolean;
}

/** Makes a whole page a place on which files can be dropped. */
export function DropOver({ says, onFiles, isActive = true }: DropOverProps) {
  const [isOver, setOver] = useState(false);
  const latest = useRef(onFiles);
  useLayoutEffect(() => {
    latest.current = onFiles;
  });
  useEffect(() => {
    if (!isActive) return;
    const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const enter = (event: DragEvent) => {
      if (hasFiles(event)) setOver(true);
    };
    // Files let go before the taker is there would be opened in place of the page.
    const over = (event: DragEvent) => {
      if (hasFiles(event)) event.preventDefault();
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false);
    };
    const drop = (event: DragEvent) => {
      if (!hasFiles(event) || event.defaultPrevented) return;
      event.preventDefault();
      setOver(false);
      latest.current([...(event.dataTransfer?.files ?? [])]);
    };
    window.addEventListener('dragenter', enter);
    window.addEventListener('dragover', over);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragenter', enter);
      window.removeEventListener('dragover', over);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
    };
  }, [isActive]);
  if (!isOver) return null;
  return (
    <Suspense>
      <DropTaker
        says={says}
        onLeave={() => setOver(false)}
        onFiles={(files) => {
          setOver(false);
          if (files.length > 0) onFiles(files);
        }}
      />
    </Suspense>
  );
}
