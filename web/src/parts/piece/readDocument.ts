import { askWorker } from '../ui/askWorker';
import type { ReadDocument } from './office/ReadDocument';
import type { WhyUnreadable } from './office/Unreadable';

/** How long a document is laid out for, in milliseconds; one made to take for ever is offered for download. */
const PATIENCE_MS = 20_000;

/** Documents whose text is laid out here. */
const documentKinds = ['docx', 'odt', 'rtf', 'pptx', 'odp', 'epub'] as const;
export type DocumentKind = (typeof documentKinds)[number];

export const isDocument = (kind: string | null): kind is DocumentKind =>
  (documentKinds as readonly (string | null)[]).includes(kind);

export interface DocumentQuestion {
  bytes: ArrayBuffer;
  kind: DocumentKind;
}

/** A document, not cleaned yet, or why it cannot be read. */
export type DocumentRead = ReadDocument | WhyUnreadable;

/** A worker that has read a document and waits for the next: to load its library takes longer than most documents. */
let idle: Worker | null = null;

/** Reads a document away from the page; one that is not read in time is 'slow'. `stop` gives it up. */
export async function readDocument(
  bytes: ArrayBuffer,
  kind: DocumentKind,
  stop: AbortSignal,
): Promise<DocumentRead> {
  const worker =
    idle ?? new Worker(new URL('../../workers/document.worker.ts', import.meta.url), { type: 'module' });
  idle = null;
  const question: DocumentQuestion = { bytes, kind };
  const answer = await askWorker<DocumentRead>(worker, question, { patienceMs: PATIENCE_MS, stop });
  // One that gave no answer is ended.
  if (answer && !idle) idle = worker;
  else worker.terminate();
  return answer ?? 'slow';
}

/** The words of a document, paragraph by paragraph on lines of their own; null where it cannot be read. */
export async function readDocumentWords(
  bytes: ArrayBuffer,
  kind: DocumentKind,
  stop: AbortSignal,
): Promise<string | null> {
  const read = await readDocument(bytes, kind, stop);
  if (typeof read === 'string') return null;
  const { body } = new DOMParser().parseFromString(
    read.html.replace(/<(?:\/p|\/tr|br)\b[^>]*>/g, '$&\n'),
    'text/html',
  );
  return body.textContent;
}
