import { z } from 'zod';
import { count } from '../parts/shapes';
import { ledgerLine } from './shapes';

/** What is answered about the ledger. */
export const ledgerAnswers = {
  readLedger: z.object({ lines: z.array(ledgerLine), total: count, next: count.nullable() }),
} as const;
