import { parentPort } from 'node:worker_threads';
import { jobs, type JobName } from './jobs';

/** A thread that does one job after another, as they are handed to it. */
parentPort!.on('message', async ({ name, input }: { name: JobName; input: never }) => {
  try {
    parentPort!.postMessage({ result: await jobs[name](input) });
  } catch (error) {
    parentPort!.postMessage({ error });
  }
});
