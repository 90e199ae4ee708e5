import { z } from 'zod';
import { count, instant } from '../parts/shapes';
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
} as const;
