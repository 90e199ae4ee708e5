import { askWorker } from '../ui/askWorker';
import type { ReadDocument } from './office/ReadDocument';

/** How long a document is laid out for, in milliseconds; one made to take for ever is offered for download. */
const PATIENCE_MS = 20_000;

/** Documents whose text is laid out here. */
export type DocumentKind = 'docx' | 'odt';

export interface DocumentQuestion {
  bytes: ArrayBuffer;
  kind: DocumentKind;
}

/** A worker that has read a document and waits for the next: to load its library takes longer than most documents. */
let idle: Worker | null = null;

/** A document, not cleaned yet; null where it cannot be read, or not in time. `stop` gives it up. */
export async function readDocument(
  bytes: ArrayBuffer,
  kind: DocumentKind,
  stop: AbortSignal,
): Promise<ReadDocument | null> {
  const worker =
    idle ?? new Worker(new URL('../../workers/document.worker.ts', import.meta.url), { type: 'module' });
  idle = null;
  const question: DocumentQuestion = { bytes, kind };
  const answer = await askWorker<{ read: ReadDocument | null }>(worker, question, {
    patienceMs: PATIENCE_MS,
    stop,
  });
  // One that gave no answer is ended.
  if (answer && !idle) idle = worker;
  else worker.terminate();
  return answer?.read ?? null;
}

/** The words of a document, paragraph by paragraph on lines of their own; null as above. */
export async function readDocumentWords(
  bytes: ArrayBuffer,
  kind: DocumentKind,
  stop: AbortSignal,
): Promise<string | null> {
  const read = await readDocument(bytes, kind, stop);
  if (!read) return null;
  const { body } = new DOMParser().parseFromString(
    read.html.replace(/<(?:\/p|\/tr|br)\b[^>]*>/g, '$&\n'),
    'text/html',
  );
  return body.textContent;
}
