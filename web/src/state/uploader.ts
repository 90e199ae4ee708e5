import { Upload } from 'tus-js-client';
import { routes } from '@vestibul/contract';
import type { AssignmentId, UploadId } from '@vestibul/core';
import { api } from './api';
import { store } from './store';
import { added, changed, removed } from './traySlice';
import { CHUNK, failureOf, refusal } from './uploading';

/** Files sent at the same time; more would only share the same line. */
const AT_ONCE = 3;
/** Waits between tries after a lost connection, in milliseconds; the last one is repeated for as long as it takes. */
const RETRY_MS = [0, 500, 1000, 2000, 4000, 8000, ...Array.from({ length: 60 }, () => 10_000)];

const running = new Map<string, Upload>();
const queue: string[] = [];
const uploads = new Map<string, Upload>();

/** Puts files into the tray of an assignment and starts sending them. What can never be taken is refused here already. */
export function sendFiles(assignmentId: AssignmentId, files: readonly File[]): void {
  for (const file of files) {
    const key = crypto.randomUUID();
    const failure = refusal(file);
    store.dispatch(
      added({
        key,
        assignmentId,
        originalName: file.name,
        bytes: file.size,
        sent: 0,
        status: failure ? 'failed' : 'queued',
        uploadId: null,
        failure,
      }),
    );
    if (failure) continue;
    uploads.set(key, makeUpload(key, assignmentId, file));
    queue.push(key);
  }
  startNext();
}

/** Takes a file that is on its way out of the tray. */
export async function stopSending(key: string): Promise<void> {
  const upload = uploads.get(key);
  forget(key);
  await upload?.abort(true).catch(() => undefined);
  store.dispatch(api.util.invalidateTags(['Tray']));
}

/** Takes a refused or failed file off the page. */
export function forget(key: string): void {
  running.delete(key);
  uploads.delete(key);
  const queued = queue.indexOf(key);
  if (queued >= 0) queue.splice(queued, 1);
  store.dispatch(removed(key));
  startNext();
}

function startNext(): void {
  while (running.size < AT_ONCE) {
    const key = queue.shift();
    if (!key) return;
    const upload = uploads.get(key);
    if (!upload) continue;
    running.set(key, upload);
    void start(key, upload);
  }
}

async function start(key: string, upload: Upload): Promise<void> {
  store.dispatch(changed({ key, status: 'sending' }));
  // The same file chosen again after a closed tab goes on where it was.
  const previous = await upload.findPreviousUploads();
  if (previous[0]) upload.resumeFromPreviousUpload(previous[0]);
  upload.start();
}

function makeUpload(key: string, assignmentId: AssignmentId, file: File): Upload {
  return new Upload(file, {
    endpoint: routes.createUpload.path,
    chunkSize: CHUNK,
    retryDelays: RETRY_MS,
    removeFingerprintOnSuccess: true,
    metadata: { filename: file.name, assignmentId },
    // One file can be wanted for two assignments; each is an upload of its own.
    fingerprint: async (chosen) => {
      const { name, size, lastModified } = chosen as File;
      return ['vestibul', assignmentId, name, size, lastModified].join('|');
    },
    onShouldRetry(error) {
      const isRefused = failureOf(error).code !== 'no-connection';
      if (!isRefused) store.dispatch(changed({ key, status: 'waiting' }));
      return !isRefused;
    },
    onUploadUrlAvailable() {
      store.dispatch(changed({ key, uploadId: uploads.get(key)?.url?.split('/').at(-1) as UploadId }));
      store.dispatch(api.util.invalidateTags(['Tray']));
    },
    onProgress(sent) {
      store.dispatch(changed({ key, sent, status: 'sending' }));
    },
    onSuccess() {
      // The tray that the server tells shows it from now on.
      void store
        .dispatch(
          api.endpoints.readTray.initiate(
            { params: { assignmentId } },
            { forceRefetch: true, subscribe: false },
          ),
        )
        .then(() => forget(key));
    },
    onError(error) {
      running.delete(key);
      store.dispatch(changed({ key, status: 'failed', failure: failureOf(error) }));
      startNext();
    },
  });
}
