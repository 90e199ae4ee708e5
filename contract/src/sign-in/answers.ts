import { z } from 'zod';
import { type PersonId, type SessionId, accountNews } from '@vestibul/core';
import { branded, count, done, instant, personName } from '../parts/shapes';
import { listedPerson, session } from './shapes';

/** What is answered about signing in and of accounts. */
export const signInAnswers = {
  readSession: session,
  signIn: session,
  signOut: done,
  listDemoPeople: z.array(z.object({ id: branded<PersonId>(), name: z.string(), what: z.string() })),
  signInAsDemo: session,
  readWelcome: z.object({ first: z.boolean(), name: z.string(), signInName: z.string() }),
  acceptWelcome: session,
  listPeople: z.object({ people: z.array(listedPerson), next: z.string().nullable() }),
  addPerson: z.object({ id: branded<PersonId>(), link: z.string() }),
  renewLink: z.object({ link: z.string() }),
  closeAccount: done,
  openAccount: done,
  endSessions: z.object({ ended: count }),
  listMySessions: z.array(
    z.object({ id: branded<SessionId>(), startedAt: instant, device: z.string(), isThis: z.boolean() }),
  ),
  endMySessions: z.object({ ended: count }),
  endMySession: done,
  listAccountNews: z.array(
    z.object({
      at: instant,
      kind: z.enum(accountNews),
      by: personName.omit({ id: true }).nullable(),
    }),
  ),
  markNewsSeen: done,
} as const;
