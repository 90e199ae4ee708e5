import { z } from 'zod';
import {
  type AssignmentId,
  type BlankId,
  HIGHEST_PERIOD,
  type PeriodId,
  type PersonId,
  type UploadId,
} from '@vestibul/core';
import { before, id, line } from '../parts/bodies';
import { MOST_AT_ONCE } from '../parts/limits';

/** What requests about what is handed out carry. */
export const blanksRequests = {
  keepBlank: {
    body: z.object({
      uploadId: id<UploadId>(),
      title: line(),
      /** The blank whose newest version this is; null makes a new blank. */
      blankId: id<BlankId>().nullable().default(null),
    }),
  },
  handOut: {
    body: z.object({
      periodIds: z
        .array(id<PeriodId>())
        .max(HIGHEST_PERIOD + 1)
        .default([]),
      assignmentId: id<AssignmentId>().nullable().default(null),
      /** Those who get it once more, having lost theirs. */
      againFor: z.array(id<PersonId>()).max(MOST_AT_ONCE).default([]),
    }),
  },
  listCopies: { query: z.object({ after: z.string().max(300).default('') }) },
  listMyCopies: { query: z.object({ before }) },
} as const;
