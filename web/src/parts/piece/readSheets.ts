import { askWorker } from '../ui/askWorker';
import type { Sheet } from './office/Sheet';

/** How long a table is read for, in milliseconds. */
const PATIENCE_MS = 20_000;

/** Tables that are shown here: written as text, or a workbook's. */
export type TableKind = 'csv' | 'xlsx' | 'ods';

export interface SheetsQuestion {
  bytes: ArrayBuffer;
  kind: TableKind;
}

/** The sheets of a table, away from the page; null where it cannot be read, or not in time. `stop` gives it up. */
export async function readSheets(
  bytes: ArrayBuffer,
  kind: TableKind,
  stop: AbortSignal,
): Promise<readonly Sheet[] | null> {
  const worker = new Worker(new URL('../../workers/sheets.worker.ts', import.meta.url), { type: 'module' });
  const question: SheetsQuestion = { bytes, kind };
  const answer = await askWorker<{ sheets: Sheet[] | null }>(worker, question, {
    patienceMs: PATIENCE_MS,
    stop,
  });
  worker.terminate();
  return answer?.sheets ?? null;
}
