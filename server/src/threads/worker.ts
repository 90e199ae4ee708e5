import { parentPort } from 'node:worker_threads';
import { jobs, type JobName, type Report } from './jobs';

/** A thread that does one job after another, as they are handed to it. */
parentPort!.on('message', async ({ name, input }: { name: JobName; input: never }) => {
  try {
    const report: Report = (done, total) => parentPort!.postMessage({ done, total });
    parentPort!.postMessage({ result: await jobs[name](input, report) });
  } catch (error) {
    parentPort!.postMessage({ error });
  }
});
