import { GlobalWorkerOptions, getDocument, type PDFDocumentLoadingTask } from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

GlobalWorkerOptions.workerSrc = workerUrl;

/** Pages of a PDF that are looked at. A book is read elsewhere. */
export const MOST_PAGES = 200;

/** Whether a PDF could not be opened since it asks for a password. */
export const asksForPassword = (error: unknown): boolean =>
  error instanceof Error && error.name === 'PasswordException';

/**
 * Opens a PDF in a worker of its library: each in one of its own, for one that never comes to an end holds up no other. The
 * library takes a buffer over, so it gets one of its own.
 */
export const openPdf = (bytes: ArrayBuffer): PDFDocumentLoadingTask =>
  getDocument({ data: bytes.slice(0), isEvalSupported: false });
