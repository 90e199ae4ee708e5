import { useEffect, useRef, useState } from 'react';
import { GlobalWorkerOptions, getDocument } from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { Failed, Loading } from '../messages/States';
import { useBytes } from './useBytes';

GlobalWorkerOptions.workerSrc = workerUrl;

/** Pages drawn at once; a book is read elsewhere. */
const MOST_PAGES = 40;

/** The pages of a PDF, drawn one below the other. */
export function PdfView({ source, name }: { source: string; name: string }) {
  const bytes = useBytes(source);
  const frame = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState(false);
  const [pages, setPages] = useState<number | null>(null);

  useEffect(() => {
    if (bytes.status !== 'there') return;
    let stopped = false;
    // The library takes the buffer over, so it gets one of its own.
    const task = getDocument({ data: bytes.bytes.slice(0), isEvalSupported: false });
    const draw = async () => {
      const pdf = await task.promise;
      setPages(pdf.numPages);
      const width = frame.current?.clientWidth ?? 700;
      for (let number = 1; number <= Math.min(pdf.numPages, MOST_PAGES); number += 1) {
        const page = await pdf.getPage(number);
        if (stopped || !frame.current) return;
        const scale = Math.min(width - 32, 900) / page.getViewport({ scale: 1 }).width;
        const viewport = page.getViewport({ scale: scale * devicePixelRatio });
        const canvas = document.createElement('canvas');
        canvas.width = viewport.width;
        canvas.height = viewport.height;
        canvas.className = 'mx-auto mb-3 block rounded shadow';
        canvas.style.width = `${viewport.width / devicePixelRatio}px`;
        frame.current.append(canvas);
        await page.render({ canvas, viewport }).promise;
      }
    };
    draw().catch(() => {
      if (!stopped) setFailed(true);
    });
    const drawn = frame.current;
    return () => {
      stopped = true;
      void task.destroy();
      drawn?.querySelectorAll('canvas').forEach((canvas) => canvas.remove());
    };
  }, [bytes]);

  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  if (failed) return <Failed failure={{ code: 'bytes-missing', details: { name } }} />;
  return (
    <div
      ref={frame}
      tabIndex={0}
      role="region"
      aria-label={`${name}, ${pages ?? '…'} pages`}
      className="min-h-0 flex-1 overflow-auto p-4"
    >
      {pages === null ? <Loading what="Drawing the pages" /> : null}
      {pages !== null && pages > MOST_PAGES ? (
        <p className="mb-3 text-center text-ink-2">
          the first {MOST_PAGES} of {pages} pages; download to see all
        </p>
      ) : null}
    </div>
  );
}
