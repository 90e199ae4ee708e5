import { Upload } from 'tus-js-client';
import { routes } from '@vestibul/contract';
import type { AssignmentId, FileId, PersonId, UploadId } from '@vestibul/core';
import { api } from './api';
import { onBackInTouch } from './backInTouch';
import { store } from './store';
import { added, changed, removed, type Sending } from './traySlice';
import type { QueuedFile } from './uploadQueue';
import { CHUNK, failureOf, passesByItself, refusal } from './uploading';

/** Files sent at the same time; more would only share the same line. */
const AT_ONCE = 3;
/** Waits between tries after a lost connection, in milliseconds; the last one is repeated for as long as it takes. */
const RETRY_MS = [0, 500, 1000, 2000, 4000, 8000, ...Array.from({ length: 60 }, () => 10_000)];

// Comes after the page: nothing of it is needed to send a file.
const loadQueue = () => import('./uploadQueue');

/** Whose uploads these are: whoever is signed in here. */
const ownerId = (): PersonId | undefined =>
  api.endpoints.readSession.select()(store.getState()).data?.person?.id;

const running = new Map<string, Upload>();
const queue: string[] = [];
const uploads = new Map<string, Upload>();

/** Puts files into the tray of an assignment, or (null) into the drawer, and starts sending them. What can never be taken is refused here already. */
export function sendFiles(assignmentId: AssignmentId | null, files: readonly File[]): void {
  for (const file of files) send({ assignmentId, changes: null }, file);
  startNext();
}

/** Sends what is to be a newer version of a file of one's own. */
export function sendVersion(changes: FileId, file: File): void {
  send({ assignmentId: null, changes }, file);
  startNext();
}

/** For what a file is sent: a tray, a newer version of a file, or the drawer. */
type Aim = Pick<Sending, 'assignmentId' | 'changes'>;

function send(aim: Aim, file: File): void {
  const key = crypto.randomUUID();
  const personId = ownerId();
  if (!enqueue(key, aim, file) || !personId) return;
  const kept = { key, personId, ...aim, file, addedAt: Date.now() };
  void loadQueue().then(({ keepFile }) => keepFile(kept));
}

/**
 * Goes on with what this browser was sending when its tab was closed or the device went off. What another open tab is
 * sending is left to it.
 */
export async function goOnSending(left: readonly QueuedFile[]): Promise<void> {
  const locks = await Promise.resolve(navigator.locks?.query()).catch(() => undefined);
  const held = new Set(locks?.held?.map(({ name }) => name));
  for (const { key, assignmentId, changes = null, file } of left) {
    if (uploads.has(key) || held.has(lockOf(key))) continue;
    enqueue(key, { assignmentId, changes }, file);
  }
  startNext();
}

/** Puts a file on the page and into the queue; false where it can never be taken. */
function enqueue(key: string, aim: Aim, file: File): boolean {
  const failure = refusal(file);
  store.dispatch(
    added({
      key,
      ...aim,
      originalName: file.name,
      bytes: file.size,
      sent: 0,
      status: failure ? 'failed' : 'queued',
      uploadId: null,
      failure,
    }),
  );
  if (failure) return false;
  uploads.set(key, makeUpload(key, aim, file));
  holdLock(key);
  queue.push(key);
  return true;
}

const lockOf = (key: string) => `vestibul-upload-${key}`;

/** Ends, for each upload, the lock by which other tabs see that this one is sending it. */
const releases = new Map<string, () => void>();

function holdLock(key: string): void {
  // Where the browser keeps no locks either, two tabs may both send it; the school takes it once.
  void navigator.locks
    ?.request(lockOf(key), () => new Promise<void>((resolve) => releases.set(key, resolve)))
    .catch(() => undefined);
}

/** Goes on at once with what waits for its next try, which may be seconds away. */
function tryAgain(): void {
  const waiting = store.getState().tray.filter(({ status }) => status === 'waiting');
  for (const { key } of waiting) {
    const upload = running.get(key);
    void upload?.abort().then(() => (running.get(key) === upload ? upload.start() : undefined));
  }
}
// For as long as the page is there: uploads outlive the parts of it that show them.
onBackInTouch(tryAgain);

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
  releases.get(key)?.();
  releases.delete(key);
  void loadQueue().then(({ forgetFile }) => forgetFile(key));
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

function makeUpload(key: string, { assignmentId, changes }: Aim, file: File): Upload {
  return new Upload(file, {
    endpoint: routes.createUpload.path,
    chunkSize: CHUNK,
    retryDelays: RETRY_MS,
    removeFingerprintOnSuccess: true,
    metadata: {
      filename: file.name,
      ...(assignmentId ? { assignmentId } : changes ? { fileId: changes } : { drawer: '1' }),
    },
    // One file can be wanted for two assignments; each is an upload of its own.
    fingerprint: async (chosen) => {
      const { name, size, lastModified } = chosen as File;
      return ['vestibul', assignmentId ?? changes ?? 'drawer', name, size, lastModified].join('|');
    },
    onShouldRetry(error) {
      const failure = failureOf(error);
      const passes = passesByItself(failure);
      if (passes) store.dispatch(changed({ key, status: 'waiting', failure }));
      return passes;
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
      if (!assignmentId) {
        store.dispatch(api.util.invalidateTags(['Mine']));
        forget(key);
        return;
      }
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
