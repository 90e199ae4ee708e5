import { z } from 'zod';
import type { PeriodId } from '@vestibul/core';
import { branded, count, done, instant, personName } from '../parts/shapes';
import { digests } from './shapes';

/** What is answered about letters. */
export const noticesAnswers = {
  previewReminder: z.object({
    canMail: z.boolean(),
    /** Who has nothing in. */
    missing: z.array(
      personName.extend({
        periodId: branded<PeriodId>(),
        hasAddress: z.boolean(),
        /** When they were last reminded of it. */
        remindedAt: instant.nullable(),
      }),
    ),
    /** As the first of them would read it. */
    sample: z.object({ subject: z.string(), text: z.string() }).nullable(),
  }),
  sendReminder: z.object({ sent: count }),
  readNotices: z.object({
    digest: z.enum(digests),
    /** Whether they want a letter a week of the courses that they teach. */
    weekly: z.boolean(),
    /** Whether they want a letter when work comes back. */
    returnLetters: z.boolean(),
    email: z.string(),
    /** Whether this school sends mail at all. */
    canMail: z.boolean(),
  }),
  setNotices: done,
  stopLetters: done,
} as const;
