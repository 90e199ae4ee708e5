import { z } from 'zod';
import { acts, type Act } from '@vestibul/core';
import { count } from '../parts/shapes';
import { ledgerLine } from './shapes';

/** What is answered about the ledger. */
export const ledgerAnswers = {
  readLedger: z.object({ lines: z.array(ledgerLine), total: count, next: count.nullable() }),
  readHappened: z.object({
    rows: z.array(
      z.object({
        /** The day, or whose or for what it was done. */
        of: z.string(),
        counts: z.object(Object.fromEntries(acts.map((act) => [act, count])) as Record<Act, typeof count>),
      }),
    ),
  }),
} as const;
