import { z } from 'zod';
import type { AssignmentId, PeriodId, PersonId } from '@vestibul/core';
import { day, id, idList } from '../parts/bodies';
import { ownedStates } from './shapes';

/** A day of the school, at whose end everything is told; without it, now. */
const then = { day: day.optional() };

/** What requests about whose files are carry. */
export const ownersRequests = {
  listOwners: {
    query: z.object({
      ...then,
      periods: idList<PeriodId>().optional(),
      student: id<PersonId>().optional(),
      assignment: id<AssignmentId>().optional(),
      only: z.enum(ownedStates).optional(),
      /** Where the page begins, as the page before said. */
      after: z.string().max(600).default(''),
    }),
  },
  readCustody: { query: z.object(then) },
} as const;
