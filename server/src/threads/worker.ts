import { parentPort } from 'node:worker_threads';
import { Failure } from '../platform/failure';
import { jobs, type JobName, type Tell } from './jobs';

/** A thread that does one job after another, as they are handed to it. */
parentPort!.on('message', (job: { name: JobName; input: never }) => void work(job));

async function work({ name, input }: { name: JobName; input: never }): Promise<void> {
  try {
    const tell: Tell<unknown> = {
      report: (done, total) => parentPort!.postMessage({ done, total }),
      part: (part) => parentPort!.postMessage({ part }),
    };
    parentPort!.postMessage({ result: await jobs[name](input, tell as never) });
  } catch (error) {
    // Of an error that is passed between threads its class and its code are lost.
    if (error instanceof Failure)
      parentPort!.postMessage({ failure: { code: error.code, details: error.details } });
    else parentPort!.postMessage({ error });
  }
}
