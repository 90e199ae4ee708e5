import { z } from 'zod';
import type { BlankId, PeriodId } from '@vestibul/core';
import { branded, copy, count, done, instant, personName } from '../parts/shapes';
import { blank } from './shapes';

/** What is answered about what is handed out. */
export const blanksAnswers = {
  listBlanks: z.array(blank),
  keepBlank: z.object({ id: branded<BlankId>(), version: count }),
  putAwayBlank: done,
  listCopies: z.object({
    holders: z.array(
      personName.extend({
        periodId: branded<PeriodId>(),
        /** The newest copy that the student has; null has none. */
        version: count.nullable(),
        handedOutAt: instant.nullable(),
        copies: count,
      }),
    ),
    next: z.string().nullable(),
  }),
  handOut: z.object({ handedOut: count }),
  listMyCopies: z.object({ copies: z.array(copy), next: z.string().nullable() }),
} as const;
