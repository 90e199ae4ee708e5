import type { School } from './School';

/**
 * Does something again and again while the server runs, each time behind the write gate and never twice at once. The
 * answer ends that: what has not passed the gate by then is not done, since the database is closed soon after.
 */
export function repeat(school: School, everyMs: number, work: () => unknown): () => void {
  let stopped = false;
  let busy = false;
  const turn = async () => {
    if (busy || stopped) return;
    busy = true;
    try {
      await school.gate.pass();
      if (!stopped) await work();
    } catch (error) {
      school.report(error);
    } finally {
      busy = false;
    }
  };
  const timer = setInterval(() => void turn(), everyMs);
  timer.unref();
  return () => {
    stopped = true;
    clearInterval(timer);
  };
}
