import { parentPort, workerData } from 'node:worker_threads';
import { jobs, type JobName } from './jobs';

/** A thread that does one job and ends. */
const { name, input } = workerData as { name: JobName; input: never };
parentPort!.postMessage(await jobs[name](input));
