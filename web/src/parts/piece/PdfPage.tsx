import { useEffect, useRef, useState } from 'react';
import { TextLayer, type PDFDocumentProxy } from 'pdfjs-dist';
import { drawPage, type DrawnPage } from './drawPdf';
import { AreaPlaces } from './places/AreaPlaces';
import { TextPlaces } from './places/TextPlaces';
import { usePlaces } from './places/usePlaces';

/** How far before it is seen a page is drawn, in pixels. */
const AHEAD = '1200px';

interface PdfPageProps {
  pdf: PDFDocumentProxy;
  /** The page as it was drawn before it was looked at. */
  ahead: DrawnPage | null;
  number: number;
  width: number;
  ratio: number;
  takesKeys: boolean;
}

/** A page of a PDF: drawn when it is nearly seen, with its words over it, so that they can be selected, found and read aloud. */
export function PdfPage({ pdf, ahead, number, width, ratio, takesKeys }: PdfPageProps) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const words = useRef<HTMLDivElement>(null);
  const [isNear, setNear] = useState(ahead !== null);
  const [height, setHeight] = useState(width * ratio);
  const [hasWords, setHasWords] = useState(true);
  const [isReady, setReady] = useState(false);
  const isOther = usePlaces()?.choice?.choosing?.isOther ?? false;

  useEffect(() => {
    const nearness = new IntersectionObserver(
      (seen) => {
        if (seen.some(({ isIntersecting }) => isIntersecting)) setNear(true);
      },
      // Nearness counts within what scrolls, which would cut it off otherwise.
      { root: frame.current!.parentElement, rootMargin: AHEAD },
    );
    nearness.observe(frame.current!);
    return () => nearness.disconnect();
  }, []);
  useEffect(() => {
    if (!isNear) return;
    let stopped = false;
    const draw = async () => {
      const page = await pdf.getPage(number);
      const fit = width / page.getViewport({ scale: 1 }).width;
      const viewport = page.getViewport({ scale: fit });
      if (stopped) return;
      setHeight(viewport.height);
      // What the library counts the sizes of its words in.
      frame.current!.style.setProperty('--total-scale-factor', String(fit));
      const { words: read } = fits(ahead, width)
        ? copyOf(ahead, canvas.current!)
        : await drawPage(page, width, canvas.current!);
      if (stopped) return;
      setHasWords(read.items.length > 0);
      // Places in a text are counted in its one form (NFC).
      const items = read.items.map((item) =>
        'str' in item ? { ...item, str: item.str.normalize('NFC') } : item,
      );
      words.current!.replaceChildren();
      setReady(false);
      await new TextLayer({
        textContentSource: { ...read, items },
        container: words.current!,
        viewport,
      }).render();
      if (!stopped) setReady(true);
    };
    // A page that cannot be drawn stays white; the others are there.
    draw().catch(() => undefined);
    return () => {
      stopped = true;
    };
  }, [isNear, pdf, ahead, number, width]);

  const choosesWords = hasWords && !isOther;
  return (
    <div
      ref={frame}
      data-page={number}
      className="mx-auto mb-3 rounded bg-white shadow"
      style={{ width, height }}
    >
      <AreaPlaces page={number} takesKeys={takesKeys && !choosesWords} className="relative size-full">
        <canvas ref={canvas} className="block size-full rounded" />
        <TextPlaces
          page={number}
          takesKeys={takesKeys && choosesWords}
          isReady={isReady}
          className="absolute inset-0"
          wordsClass="pdf-words"
          words={words}
        />
      </AreaPlaces>
    </div>
  );
}

const fits = (drawn: DrawnPage | null, width: number): drawn is DrawnPage =>
  drawn !== null && drawn.width === width && drawn.sharpness === devicePixelRatio;

/** Puts a page that is drawn already on the canvas that is looked at. */
function copyOf(drawn: DrawnPage, canvas: HTMLCanvasElement): DrawnPage {
  canvas.width = drawn.canvas.width;
  canvas.height = drawn.canvas.height;
  canvas.getContext('2d')!.drawImage(drawn.canvas, 0, 0);
  return drawn;
}
