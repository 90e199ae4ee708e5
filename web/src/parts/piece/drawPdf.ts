import type { PDFDocumentLoadingTask, PDFDocumentProxy } from 'pdfjs-dist';
import { making, type Making } from './Making';
import { openPdf } from './openPdf';
import { nextWidth } from './pageWidth';

type Page = Awaited<ReturnType<PDFDocumentProxy['getPage']>>;

/** A page that is drawn, and its words. */
export interface DrawnPage {
  /** In pixels of the page that it is looked at in, and how many of the screen each has. */
  width: number;
  sharpness: number;
  canvas: HTMLCanvasElement;
  words: Awaited<ReturnType<Page['getTextContent']>>;
}

/** Draws a page as wide as it is looked at, on a canvas of its size. */
export async function drawPage(page: Page, width: number, canvas: HTMLCanvasElement): Promise<DrawnPage> {
  const scale = (width / page.getViewport({ scale: 1 }).width) * devicePixelRatio;
  const viewport = page.getViewport({ scale });
  canvas.width = viewport.width;
  canvas.height = viewport.height;
  await page.render({ canvas, viewport }).promise;
  return { width, sharpness: devicePixelRatio, canvas, words: await page.getTextContent() };
}

/** A PDF that is opened before it is looked at: whoever takes it ends it. */
export interface PdfAhead {
  task: PDFDocumentLoadingTask;
  pdf: Making<PDFDocumentProxy>;
  /** Its first page, where it is known how wide it will be and it can be drawn. */
  first: Making<DrawnPage>;
}

/** Opens a PDF that will probably be looked at next, and draws its first page. */
export function openAhead(bytes: ArrayBuffer): PdfAhead {
  const task = openPdf(bytes);
  const draw = async () => {
    const page = await (await task.promise).getPage(1);
    const width = nextWidth();
    return width === null ? null : drawPage(page, width, document.createElement('canvas'));
  };
  // Where it cannot be opened or drawn, whoever looks at it is told why.
  return { task, pdf: making(task.promise), first: making(draw()) };
}
