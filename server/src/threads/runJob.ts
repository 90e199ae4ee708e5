import fs from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { JobName, Jobs } from './jobs';

/** The built thread lies beside the built server; from source, where the tests run, it is the one built last. */
const beside = fileURLToPath(new URL('./worker.mjs', import.meta.url));
const built = fileURLToPath(new URL('../../../.build/server/worker.mjs', import.meta.url));

/** Threads that have done a job and wait for another: starting one takes longer than most jobs. */
const idle: Worker[] = [];
const MOST_IDLE = 2;

/** Does a job in a thread of its own. Rejects when the job fails. */
export function runJob<Name extends JobName>(
  name: Name,
  input: Parameters<Jobs[Name]>[0],
): Promise<Awaited<ReturnType<Jobs[Name]>>> {
  return new Promise((resolve, reject) => {
    const worker = idle.pop() ?? new Worker(fs.existsSync(beside) ? beside : built);
    worker.ref();
    const onError = (error: unknown) => reject(error);
    worker.once('error', onError);
    worker.once('message', (answer: { result: Awaited<ReturnType<Jobs[Name]>> } | { error: unknown }) => {
      worker.off('error', onError);
      if (idle.length < MOST_IDLE) {
        // Waiting for work keeps no process from ending.
        worker.unref();
        idle.push(worker);
      } else void worker.terminate();
      if ('error' in answer) reject(answer.error);
      else resolve(answer.result);
    });
    worker.postMessage({ name, input });
  });
}
