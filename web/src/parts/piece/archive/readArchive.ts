import { askOnce } from '../../ui/askWorker';
import type { Sheet } from '../office/Sheet';
import type { WhyUnreadable } from '../office/Unreadable';

/** How long a list is read for, in milliseconds. */
const PATIENCE_MS = 20_000;

export interface ArchiveQuestion {
  /** Where its bytes are: its list stands at its end, and the rest is not fetched. */
  source: string;
  /** Whether a program keeps its own documents so, which may hold a picture of themselves. */
  isDocument: boolean;
}

/** What is in a ZIP (PKWARE APPNOTE 6.3.10). */
export interface Archive {
  /** Name, size and time of each file. */
  list: Sheet;
  files: number;
  /** Together, unpacked. */
  bytes: number;
  isLocked: boolean;
  /** The picture that a program put into its document. */
  preview: Blob | null;
}

/** Reads what is in a ZIP away from the page. `stop` gives it up. */
export async function readArchive(
  question: ArchiveQuestion,
  stop: AbortSignal,
): Promise<Archive | WhyUnreadable> {
  const worker = new Worker(new URL('../../../workers/archive.worker.ts', import.meta.url), {
    type: 'module',
  });
  const answer = await askOnce<Archive | WhyUnreadable>(worker, question, {
    patienceMs: PATIENCE_MS,
    stop,
  });
  return answer ?? 'slow';
}
