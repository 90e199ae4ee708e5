import { z } from 'zod';
import { type EventKind, eventGroups, eventKinds } from '@vestibul/core';
import { recordFilter } from '../parts/bodies';

/** What requests about the ledger carry. */
export const ledgerRequests = {
  readLedger: {
    query: recordFilter.extend({
      kind: z.enum(eventKinds as [EventKind, ...EventKind[]]).optional(),
      group: z.enum(eventGroups).optional(),
      before: z.coerce.number().int().min(0).optional(),
    }),
  },
} as const;
