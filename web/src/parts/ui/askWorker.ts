interface Asking {
  /** How long an answer is waited for, in milliseconds: what is made to take for ever is given up. */
  patienceMs: number;
  stop: AbortSignal;
}

/** Asks a worker once. Null where it fails, takes too long or is stopped; it is ended then, else it waits for what is asked next. */
export function askWorker<Answer>(
  worker: Worker,
  question: unknown,
  { patienceMs, stop }: Asking,
): Promise<Answer | null> {
  return new Promise((resolve) => {
    const end = (answer: Answer | null) => {
      clearTimeout(patience);
      stop.removeEventListener('abort', giveUp);
      resolve(answer);
    };
    const giveUp = () => {
      worker.terminate();
      end(null);
    };
    const patience = setTimeout(giveUp, patienceMs);
    stop.addEventListener('abort', giveUp);
    worker.onmessage = ({ data }: MessageEvent<Answer>) => end(data);
    worker.onerror = giveUp;
    worker.postMessage(question);
  });
}

/** Asks a worker that is there for one question, and ends it; null as above. */
export async function askOnce<Answer>(
  worker: Worker,
  question: unknown,
  asking: Asking,
): Promise<Answer | null> {
  const answer = await askWorker<Answer>(worker, question, asking);
  worker.terminate();
  return answer;
}
