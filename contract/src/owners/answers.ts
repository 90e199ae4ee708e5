import { z } from 'zod';
import type { KeptId } from '@vestibul/core';
import { branded, count, instant } from '../parts/shapes';
import { custody, ownedFile, ownedStates, type OwnedState } from './shapes';

/** What is answered about whose files are. */
export const ownersAnswers = {
  listOwners: z.object({
    /** The moment at which everything here was so. */
    at: instant,
    files: z.array(ownedFile),
    /** Of what was asked for, whatever is out of the ordinary with it: all of it, and how much of each kind. */
    total: count,
    counts: z.object(
      Object.fromEntries(ownedStates.map((state) => [state, count])) as Record<OwnedState, typeof count>,
    ),
    next: z.string().nullable(),
  }),
  readCustody: custody,
  keepFiles: z.object({
    kept: z.array(branded<KeptId>()),
    /** Pieces of those asked for that wait for the next time: so many are kept at once. */
    left: count,
  }),
  endKeeping: z.object({ ended: count }),
} as const;
