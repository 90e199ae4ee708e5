import fsp from 'node:fs/promises';
import type { PDFDocumentLoadingTask, PDFPageProxy } from 'pdfjs-dist';
import type { DocumentInitParameters } from 'pdfjs-dist/types/src/display/api';
import { nothing, type Inside, type Reach } from './Inside';

/** Longest that is opened, in bytes. */
export const MOST_PDF = 64 * 1024 ** 2;
const MOST_FIELDS = 100;

export async function readPdf(file: string, reach: Reach): Promise<Inside> {
  const { size } = await fsp.stat(file);
  return size > MOST_PDF ? nothing : readPdfBytes(await fsp.readFile(file), reach);
}

/** Begins to open a PDF: nothing of it runs, and no font of it reaches this machine's own. Whoever begins it ends it too. */
export async function openPdf(
  bytes: Uint8Array,
  more: DocumentInitParameters = {},
): Promise<PDFDocumentLoadingTask> {
  const { getDocument, VerbosityLevel } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  return getDocument({
    ...more,
    data: new Uint8Array(bytes),
    isEvalSupported: false,
    disableFontFace: true,
    useSystemFonts: false,
    verbosity: VerbosityLevel.ERRORS,
  });
}

/** A PDF: its information, its XMP, the fields of its form and the text of its first pages (ISO 32000-1). */
export async function readPdfBytes(bytes: Uint8Array, reach: Reach): Promise<Inside> {
  const task = await openPdf(bytes);
  try {
    const pdf = await task.promise;
    const { info, metadata } = await pdf.getMetadata();
    const said = info as { Author?: string; Title?: string };
    const lines: string[] = [];
    const others: string[] = [];
    let length = 0;
    for (let page = 1; page <= Math.min(reach.pages, pdf.numPages); page += 1) {
      const shown = await pdf.getPage(page);
      for (const item of (await shown.getTextContent()).items)
        if ('str' in item) length += lines.push(item.str, item.hasEOL ? '\n' : ' ') && item.str.length;
      lines.push('\n');
      if (reach.others) others.push(...(await drawnOn(shown)));
      shown.cleanup();
      if (length > reach.text) break;
    }
    const creator: unknown = metadata?.get('dc:creator');
    const creators = Array.isArray(creator)
      ? creator.map(String)
      : typeof creator === 'string'
        ? [creator]
        : [];
    const fields = Object.entries((await pdf.getFieldObjects()) ?? {})
      .slice(0, MOST_FIELDS)
      .flatMap(([name, objects]) => {
        const value: unknown = (objects as { value?: unknown }[]).find((one) => one.value)?.value;
        return typeof value === 'string' ? [`${name}: ${value}`] : [];
      });
    return {
      ...nothing,
      authors: [said.Author ?? '', ...creators],
      title: said.Title ?? '',
      text: lines.join(''),
      fields: fields.join('\n'),
      others,
    };
  } finally {
    await task.destroy();
  }
}

/** Of the annotations of a page those that are no part of how it is used: fields, links and the windows of notes (ISO 32000-1, 12.5.6). */
const OF_USE = new Set(['Widget', 'Link', 'Popup']);

/** What was drawn or noted on a page. */
async function drawnOn(page: PDFPageProxy): Promise<string[]> {
  interface Drawn {
    subtype: string;
    rect: number[];
    contentsObj?: { str: string };
  }
  return ((await page.getAnnotations()) as Drawn[])
    .filter(({ subtype }) => !OF_USE.has(subtype))
    .map(({ subtype, rect, contentsObj }) =>
      [page.pageNumber, subtype, ...rect.map(Math.round), contentsObj?.str ?? ''].join(' '),
    );
}
