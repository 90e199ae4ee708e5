import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { Failed, Loading } from '../messages/States';
import type { There } from './ahead';
import type { DrawnPage } from './drawPdf';
import { PdfPage } from './PdfPage';
import { usePlaces } from './places/usePlaces';
import { pageWidth } from './pageWidth';
import { NotShown, type WhyNot } from './NotShown';
import { MOST_PAGES, asksForPassword, openPdf } from './openPdf';
import type { ShownPiece } from './pieceKind';
import { useBytes } from './useBytes';

interface Opened {
  pdf: PDFDocumentProxy;
  /** Its first page, where it was drawn ahead. */
  first: DrawnPage | null;
  /** In pixels, of all pages. */
  width: number;
  /** Height of the first page for its width: what the others are taken to have until they are drawn. */
  ratio: number;
}

/** The pages of a PDF, one below the other. */
export function PdfView({ piece, source }: { piece: ShownPiece; source: string }) {
  const bytes = useBytes(source);
  const frame = useRef<HTMLDivElement>(null);
  const [why, setWhy] = useState<WhyNot | null>(null);
  const [opened, setOpened] = useState(() => (bytes.status === 'there' ? openedAhead(bytes) : null));
  const choosing = usePlaces()?.choice?.choosing ?? null;
  const [keysOn, setKeysOn] = useState(1);

  useEffect(() => {
    if (bytes.status !== 'there') return;
    let stopped = false;
    const opening = (async () => {
      const ahead = await bytes.pdf?.coming;
      return ahead && !ahead.task.destroyed ? ahead : { task: openPdf(bytes.bytes), first: null };
    })();
    const open = async () => {
      const { task, first } = await opening;
      const pdf = await task.promise;
      const view = (await pdf.getPage(1)).getViewport({ scale: 1 });
      const width = pageWidth(frame.current?.clientWidth ?? 700);
      // One that is not drawn by now may never be; nobody waits for it.
      if (!stopped) setOpened({ pdf, first: first?.made ?? null, width, ratio: view.height / view.width });
    };
    open().catch((error: unknown) => {
      if (!stopped) setWhy(asksForPassword(error) ? 'password' : 'damaged');
    });
    return () => {
      stopped = true;
      setOpened(null);
      void opening.then(({ task }) => task.destroy());
    };
  }, [bytes]);
  // A place is chosen on the page that is read.
  useLayoutEffect(() => {
    if (choosing) setKeysOn(pageInView(frame.current!));
  }, [choosing]);

  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  if (why) return <NotShown piece={piece} source={source} why={why} />;
  const pages = opened?.pdf.numPages ?? 0;
  return (
    <div
      ref={frame}
      tabIndex={0}
      role="region"
      aria-label={`${piece.name}, ${opened ? pages : '…'} pages`}
      className="min-h-0 flex-1 overflow-auto p-4"
    >
      {opened ? null : <Loading what="Drawing the pages" />}
      {pages > MOST_PAGES ? (
        <p className="mb-3 text-center text-ink-2">
          the first {MOST_PAGES} of {pages} pages; download to see all
        </p>
      ) : null}
      {opened
        ? Array.from({ length: Math.min(pages, MOST_PAGES) }, (_, i) => (
            <PdfPage
              key={i}
              pdf={opened.pdf}
              ahead={i === 0 ? opened.first : null}
              number={i + 1}
              width={opened.width}
              ratio={opened.ratio}
              takesKeys={keysOn === i + 1}
            />
          ))
        : null}
    </div>
  );
}

/** What was opened and drawn before it is looked at, as wide as it was thought to be. */
function openedAhead({ pdf }: There): Opened | null {
  const ahead = pdf?.made;
  const [document, first] = [ahead?.pdf.made, ahead?.first.made];
  if (!ahead || ahead.task.destroyed || !document || !first) return null;
  const { canvas, width } = first;
  return { pdf: document, first, width, ratio: canvas.height / canvas.width };
}

/** The page whose lower edge is the first to be seen. */
function pageInView(frame: Element): number {
  const { top } = frame.getBoundingClientRect();
  const pages = [...frame.querySelectorAll<HTMLElement>('[data-page]')];
  const inView = pages.find((page) => page.getBoundingClientRect().bottom > top + 60);
  return Number(inView?.dataset.page ?? 1);
}
