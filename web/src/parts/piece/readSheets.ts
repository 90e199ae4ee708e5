import { askOnce } from '../ui/askWorker';
import type { Sheet } from './office/Sheet';
import type { WhyUnreadable } from './office/Unreadable';

/** How long a table is read for, in milliseconds. */
const PATIENCE_MS = 20_000;

/** Tables that are shown here: written as text, or a workbook's. */
const tableKinds = ['csv', 'xlsx', 'ods'] as const;
export type TableKind = (typeof tableKinds)[number];

export const isTable = (kind: string | null): kind is TableKind =>
  (tableKinds as readonly (string | null)[]).includes(kind);

export interface SheetsQuestion {
  bytes: ArrayBuffer;
  kind: TableKind;
}

/** The sheets of a table, or why they cannot be read. */
export type SheetsRead = readonly Sheet[] | WhyUnreadable;

/** Reads the sheets of a table away from the page; a table that is not read in time is 'slow'. `stop` gives it up. */
export async function readSheets(
  bytes: ArrayBuffer,
  kind: TableKind,
  stop: AbortSignal,
): Promise<SheetsRead> {
  const worker = new Worker(new URL('../../workers/sheets.worker.ts', import.meta.url), { type: 'module' });
  const question: SheetsQuestion = { bytes, kind };
  const answer = await askOnce<SheetsRead>(worker, question, { patienceMs: PATIENCE_MS, stop });
  return answer ?? 'slow';
}
