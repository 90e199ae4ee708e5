import { askWorker } from '../ui/askWorker';

/** How long a document is laid out for, in milliseconds; one made to take for ever is offered for download. */
const PATIENCE_MS = 20_000;

/** What is asked of the worker, and what it answers: null where the document cannot be read. */
export interface DocxQuestion {
  bytes: ArrayBuffer;
  /** As it is laid out, or its words alone. */
  as: 'html' | 'words';
}

/** A worker that has read a document and waits for the next: to load its library takes longer than most documents. */
let idle: Worker | null = null;

async function ask(question: DocxQuestion, stop: AbortSignal): Promise<string | null> {
  const worker =
    idle ?? new Worker(new URL('../../workers/docx.worker.ts', import.meta.url), { type: 'module' });
  idle = null;
  const answer = await askWorker<{ text: string | null }>(worker, question, {
    patienceMs: PATIENCE_MS,
    stop,
  });
  // One that gave no answer is ended.
  if (answer && !idle) idle = worker;
  else worker.terminate();
  return answer?.text ?? null;
}

/** The HTML of a document, not cleaned yet; null where it cannot be read, or not in time. `stop` gives it up. */
export const readDocx = (bytes: ArrayBuffer, stop: AbortSignal): Promise<string | null> =>
  ask({ bytes, as: 'html' }, stop);

/** The words of a document, paragraph by paragraph on lines of their own; null as above. */
export const readDocxWords = (bytes: ArrayBuffer, stop: AbortSignal): Promise<string | null> =>
  ask({ bytes, as: 'words' }, stop);
