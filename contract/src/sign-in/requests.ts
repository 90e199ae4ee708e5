import { z } from 'zod';
import { LONGEST_FIELD, type PersonId } from '@vestibul/core';
import { id } from '../parts/bodies';
import { personBody, signInBody, welcomeBody } from './shapes';

/** What requests about signing in and of accounts carry. */
export const signInRequests = {
  signIn: { body: signInBody },
  signInAsDemo: { body: z.object({ personId: id<PersonId>() }) },
  acceptWelcome: { body: welcomeBody },
  listPeople: {
    query: z.object({
      find: z.string().trim().max(LONGEST_FIELD).default(''),
      after: z.string().max(300).default(''),
    }),
  },
  addPerson: { body: personBody },
} as const;
