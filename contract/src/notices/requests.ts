import { z } from 'zod';
import type { PersonId } from '@vestibul/core';
import { id, words } from '../parts/bodies';
import { MOST_AT_ONCE } from '../parts/limits';
import { digests } from './shapes';

/** What requests about letters carry. */
export const noticesRequests = {
  /** What is not named stays as it is. */
  setNotices: {
    body: z.object({ digest: z.enum(digests), weekly: z.boolean(), returnLetters: z.boolean() }).partial(),
  },
  previewReminder: {
    body: z.object({
      /** Whom it is thought of for; none is everybody. */
      studentIds: z.array(id<PersonId>()).max(MOST_AT_ONCE).default([]),
      word: words(1000).trim().default(''),
    }),
  },
  sendReminder: {
    body: z.object({
      studentIds: z.array(id<PersonId>()).min(1).max(MOST_AT_ONCE),
      word: words(1000).trim().default(''),
    }),
  },
} as const;
