/** How long a document is laid out for, in milliseconds; one made to take for ever is offered for download. */
const PATIENCE_MS = 20_000;

/** A worker that has read a document and waits for the next: to load its library takes longer than most documents. */
let idle: Worker | null = null;

/** The HTML of a document, not cleaned yet; null where it cannot be read, or not in time. `stop` gives it up. */
export function readDocx(bytes: ArrayBuffer, stop: AbortSignal): Promise<string | null> {
  const worker =
    idle ?? new Worker(new URL('../../workers/docx.worker.ts', import.meta.url), { type: 'module' });
  idle = null;
  return new Promise((resolve) => {
    const end = (html: string | null, isWell: boolean) => {
      clearTimeout(patience);
      stop.removeEventListener('abort', giveUp);
      if (isWell && !idle) idle = worker;
      else worker.terminate();
      resolve(html);
    };
    const giveUp = () => end(null, false);
    const patience = setTimeout(giveUp, PATIENCE_MS);
    stop.addEventListener('abort', giveUp);
    worker.onmessage = ({ data }: MessageEvent<{ html: string | null }>) => end(data.html, true);
    worker.onerror = giveUp;
    worker.postMessage(bytes);
  });
}
