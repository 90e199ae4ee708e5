import { GlobalWorkerOptions, getDocument, version, type PDFDocumentLoadingTask } from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

GlobalWorkerOptions.workerSrc = workerUrl;

/** Pages of a PDF that are looked at. A book is read elsewhere. */
export const MOST_PAGES = 200;

/** Whether a PDF could not be opened since it asks for a password. */
export const asksForPassword = (error: unknown): boolean =>
  error instanceof Error && error.name === 'PasswordException';

/**
 * Where the library finds what only some files need: the faces and the codes of letters that are not in the file, and what
 * unpacks scans (JPEG 2000, JBIG2). Put there when the pages are built.
 */
const PARTS = `/assets/pdf-${version}/`;

/**
 * Opens a PDF in a worker of its library: each in one of its own, for one that never comes to an end holds up no other. The
 * library takes a buffer over, so it gets one of its own.
 */
export const openPdf = (bytes: ArrayBuffer): PDFDocumentLoadingTask =>
  getDocument({
    data: bytes.slice(0),
    isEvalSupported: false,
    cMapUrl: `${PARTS}cmaps/`,
    standardFontDataUrl: `${PARTS}standard_fonts/`,
    wasmUrl: `${PARTS}wasm/`,
    iccUrl: `${PARTS}iccs/`,
  });
