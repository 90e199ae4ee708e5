import { z } from 'zod';
import { type EventKind, type PeriodId, eventGroups, eventKinds } from '@vestibul/core';
import { day, idList, recordFilter } from '../parts/bodies';

/** What requests about the ledger carry. */
export const ledgerRequests = {
  readLedger: {
    query: recordFilter.extend({
      kind: z.enum(eventKinds as [EventKind, ...EventKind[]]).optional(),
      group: z.enum(eventGroups).optional(),
      before: z.coerce.number().int().min(0).optional(),
    }),
  },
  /** What was done on days of the school, both included, in some periods or in all. */
  readHappened: {
    query: z.object({
      by: z.enum(['day', 'student', 'assignment']),
      from: day.optional(),
      to: day.optional(),
      periods: idList<PeriodId>().optional(),
    }),
  },
} as const;
