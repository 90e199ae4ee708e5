import fs from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { JobName, Jobs } from './jobs';

/** The built thread lies beside the built server; from source, where the tests run, it is the one built last. */
const beside = fileURLToPath(new URL('./worker.mjs', import.meta.url));
const built = fileURLToPath(new URL('../../../.build/server/worker.mjs', import.meta.url));

/** Does a job in a thread of its own. Rejects when the job fails. */
export function runJob<Name extends JobName>(
  name: Name,
  input: Parameters<Jobs[Name]>[0],
): Promise<Awaited<ReturnType<Jobs[Name]>>> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(fs.existsSync(beside) ? beside : built, { workerData: { name, input } });
    worker.once('message', resolve);
    worker.once('error', reject);
  });
}
