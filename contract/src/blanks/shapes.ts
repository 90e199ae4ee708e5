import { z } from 'zod';
import type { AssignmentId, BlankId, PeriodId } from '@vestibul/core';
import { branded, count, form, instant, personName } from '../parts/shapes';

export const blank = z.object({
  id: branded<BlankId>(),
  title: z.string(),
  version: count,
  originalName: z.string(),
  form,
  mime: z.string(),
  bytes: count,
  keptAt: instant,
  keptBy: personName,
  /** Where it is handed out: each period, by itself or with an assignment. */
  handOuts: z.array(
    z.object({
      periodId: branded<PeriodId>(),
      assignmentId: branded<AssignmentId>().nullable(),
      at: instant,
    }),
  ),
  copies: count,
  /** Students whose newest copy is of an earlier version. */
  outdated: count,
});
