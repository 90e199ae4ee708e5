import { Worker } from 'node:worker_threads';
import type { Sha256 } from '@vestibul/core';

/** SHA-256 of a file, computed in a worker thread. Rejects when the file cannot be read. */
export function hashFile(file: string): Promise<Sha256> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./hashWorker.mjs', import.meta.url), { workerData: file });
    worker.once('message', (sha256: Sha256) => resolve(sha256));
    worker.once('error', reject);
  });
}
