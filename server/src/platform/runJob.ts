import fs from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { ErrorCode, ErrorDetails } from '@vestibul/contract';
import { Failure } from './failure';
import type { School } from './School';
import type { JobName, Jobs, Report, Tell } from '../threads/jobs';

/** The built thread lies beside the built server; from source, where the tests run, it is the one built last. */
const beside = fileURLToPath(new URL('./worker.mjs', import.meta.url));
const built = fileURLToPath(new URL('../../../.build/server/worker.mjs', import.meta.url));

/** Threads that have done a job and wait for another: starting one takes longer than most jobs. */
const idle: Worker[] = [];
const MOST_IDLE = 2;

/** Most memory of a thread's own objects, in MB; a thread that needs more ends, and nothing else does. */
const MOST_HEAP_MB = 768;
/** How often it is looked at the memory of all, in milliseconds. */
const LOOK_MS = 200;

/**
 * What a job may take. Those that read what people send are bounded: a thread that is silent for too long, or that makes the
 * process grow too much, is ended in the middle of whatever it does.
 */
interface Bounds {
  /** Jobs of one lane wait for each other: what takes long does not keep what somebody waits for. */
  lane: 'short' | 'long';
  /** Longest time without a word of it, in milliseconds. */
  quietMs?: number;
  /** How much the process may grow while it is at it, in bytes. */
  mostGrowth?: number;
}

const MB = 1024 ** 2;
/** The bounds of every job. */
export const bounds: Record<JobName, Bounds> = {
  hashFile: { lane: 'long' },
  extract: { lane: 'long', quietMs: 45_000, mostGrowth: 512 * MB },
  drawThumbnail: { lane: 'long', quietMs: 20_000, mostGrowth: 768 * MB },
  measure: { lane: 'long', quietMs: 45_000, mostGrowth: 512 * MB },
  compareWorks: { lane: 'long', quietMs: 300_000, mostGrowth: 1024 * MB },
  findInTexts: { lane: 'short', quietMs: 60_000, mostGrowth: 512 * MB },
  comparePassages: { lane: 'short', quietMs: 30_000, mostGrowth: 512 * MB },
  finishRecording: { lane: 'long', quietMs: 15_000, mostGrowth: 512 * MB },
  measureSound: { lane: 'short', quietMs: 15_000, mostGrowth: 256 * MB },
  readList: { lane: 'short', quietMs: 60_000 },
  readPackage: { lane: 'short', quietMs: 60_000, mostGrowth: 1024 * MB },
  comparePackage: { lane: 'short' },
  writeFeed: { lane: 'short' },
  beginYear: { lane: 'short' },
  applyPlan: { lane: 'short' },
  planRenaming: { lane: 'short' },
  applyRenaming: { lane: 'short' },
  undoRenaming: { lane: 'short' },
  findOffNames: { lane: 'short' },
  findStray: { lane: 'long' },
  unpack: { lane: 'long', quietMs: 120_000 },
  readPieces: { lane: 'long', quietMs: 30_000, mostGrowth: 512 * MB },
  readAgain: { lane: 'short', quietMs: 120_000 },
};

/** Jobs that run at the same time in a lane; the rest wait their turn. */
const MOST_RUNNING = 3;
const lanes = {
  short: { running: 0, waiting: [] as (() => void)[] },
  long: { running: 0, waiting: [] as (() => void)[] },
};

/** A job whose thread was ended before it was done: it said nothing for too long, took too much memory, or died. */
export class JobEnded extends Error {
  constructor(readonly why: 'silent' | 'memory' | 'died') {
    super(`a thread was ended: ${why}`);
  }
}

type Answer<Name extends JobName> = Awaited<ReturnType<Jobs[Name]>>;
/** What a job hands out while it is at it. */
type PartOf<Name extends JobName> = Parameters<Jobs[Name]> extends [unknown, Tell<infer Part>] ? Part : never;

type Message<Name extends JobName> =
  | { done: number; total: number }
  | { part: PartOf<Name> }
  | { result: Answer<Name> }
  | { failure: { code: ErrorCode; details: ErrorDetails } }
  | { error: unknown };

interface Listeners<Name extends JobName> {
  onProgress?: Report;
  onPart?: (part: PartOf<Name>) => void;
}

/**
 * Does a job in a thread; `onProgress` hears how far it is and `onPart` what it hands out, of those that tell. Rejects when
 * the job fails, and with `JobEnded` when its thread had to be ended.
 */
export async function runJob<Name extends JobName>(
  name: Name,
  input: Parameters<Jobs[Name]>[0],
  listeners: Listeners<Name> = {},
): Promise<Answer<Name>> {
  const lane = lanes[bounds[name].lane];
  if (lane.running >= MOST_RUNNING) await new Promise<void>((resolve) => lane.waiting.push(resolve));
  else lane.running += 1;
  try {
    return await runNow(name, input, listeners);
  } finally {
    // Its place goes straight to the next; there is no moment in which a third could take it.
    const next = lane.waiting.shift();
    if (next) next();
    else lane.running -= 1;
  }
}

/** Does a job whose failing costs no more than its answer: it is reported, and null comes back. */
export const tryJob = <Name extends JobName>(
  { report }: Pick<School, 'report'>,
  name: Name,
  input: Parameters<Jobs[Name]>[0],
): Promise<Answer<Name> | null> =>
  runJob(name, input).catch((error: unknown) => {
    report(error);
    return null;
  });

function runNow<Name extends JobName>(
  name: Name,
  input: Parameters<Jobs[Name]>[0],
  { onProgress, onPart }: Listeners<Name>,
): Promise<Answer<Name>> {
  const { quietMs, mostGrowth } = bounds[name];
  return new Promise((resolve, reject) => {
    const worker = idle.pop() ?? startWorker();
    worker.ref();
    let silence: NodeJS.Timeout | undefined;
    const before = process.memoryUsage.rss();
    const looking =
      mostGrowth === undefined
        ? undefined
        : setInterval(() => {
            if (process.memoryUsage.rss() - before > mostGrowth) end(new JobEnded('memory'));
          }, LOOK_MS);
    const leave = () => {
      clearTimeout(silence);
      clearInterval(looking);
      worker.off('message', onMessage).off('error', onError).off('exit', onExit);
    };
    const end = (error: Error) => {
      leave();
      void worker.terminate();
      reject(error);
    };
    const waitForWord = () => {
      clearTimeout(silence);
      if (quietMs !== undefined) silence = setTimeout(() => end(new JobEnded('silent')), quietMs);
    };
    const onError = (error: unknown) =>
      end(
        (error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new JobEnded('memory')
          : (error as Error),
      );
    const onExit = () => end(new JobEnded('died'));
    const onMessage = (message: Message<Name>) => {
      waitForWord();
      if ('done' in message) return onProgress?.(message.done, message.total);
      if ('part' in message) return onPart?.(message.part);
      leave();
      keepIdle(worker);
      if ('failure' in message) reject(new Failure(message.failure.code, message.failure.details));
      else if ('error' in message) reject(message.error);
      else resolve(message.result);
    };
    worker.on('message', onMessage).on('error', onError).on('exit', onExit);
    waitForWord();
    worker.postMessage({ name, input });
  });
}

function startWorker(): Worker {
  return new Worker(fs.existsSync(beside) ? beside : built, {
    resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB },
  });
}

function keepIdle(worker: Worker): void {
  if (idle.length >= MOST_IDLE) {
    void worker.terminate();
    return;
  }
  // Waiting for work keeps no process from ending.
  worker.unref();
  idle.push(worker);
}
