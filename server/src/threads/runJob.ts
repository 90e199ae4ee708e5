import fs from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { JobName, Jobs, Report } from './jobs';

/** The built thread lies beside the built server; from source, where the tests run, it is the one built last. */
const beside = fileURLToPath(new URL('./worker.mjs', import.meta.url));
const built = fileURLToPath(new URL('../../../.build/server/worker.mjs', import.meta.url));

/** Threads that have done a job and wait for another: starting one takes longer than most jobs. */
const idle: Worker[] = [];
const MOST_IDLE = 2;

type Message<Name extends JobName> =
  { done: number; total: number } | { result: Awaited<ReturnType<Jobs[Name]>> } | { error: unknown };

/** Does a job in a thread of its own; `onProgress` hears how far it is, of those that tell. Rejects when the job fails. */
export function runJob<Name extends JobName>(
  name: Name,
  input: Parameters<Jobs[Name]>[0],
  onProgress: Report = () => {},
): Promise<Awaited<ReturnType<Jobs[Name]>>> {
  return new Promise((resolve, reject) => {
    const worker = idle.pop() ?? new Worker(fs.existsSync(beside) ? beside : built);
    worker.ref();
    const onError = (error: unknown) => reject(error);
    worker.once('error', onError);
    const onMessage = (message: Message<Name>) => {
      if ('done' in message) return onProgress(message.done, message.total);
      worker.off('error', onError);
      worker.off('message', onMessage);
      if (idle.length < MOST_IDLE) {
        // Waiting for work keeps no process from ending.
        worker.unref();
        idle.push(worker);
      } else void worker.terminate();
      if ('error' in message) reject(message.error);
      else resolve(message.result);
    };
    worker.on('message', onMessage);
    worker.postMessage({ name, input });
  });
}
