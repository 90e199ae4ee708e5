import { z } from 'zod';
import type { AssignmentId, KeptId, PeriodId, PersonId, PieceId } from '@vestibul/core';
import { day, id, idList, optionalLine } from '../parts/bodies';
import { MOST_AT_ONCE, MOST_NAMED } from '../parts/limits';
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
  keepFiles: {
    body: z.object({
      /** These pieces, or all that a list of owners shows. */
      which: z.union([
        z.strictObject({ pieces: z.array(id<PieceId>()).min(1).max(MOST_AT_ONCE) }),
        z.strictObject({
          all: z.literal(true),
          periods: z.array(id<PeriodId>()).min(1).max(MOST_NAMED).optional(),
          student: id<PersonId>().optional(),
          assignment: id<AssignmentId>().optional(),
          only: z.enum(ownedStates).optional(),
        }),
      ]),
      why: optionalLine(200),
    }),
  },
  endKeeping: { body: z.object({ kept: z.array(id<KeptId>()).min(1).max(MOST_AT_ONCE) }) },
} as const;
