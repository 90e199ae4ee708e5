import { z } from 'zod';
import {
  accountNews,
  type AccountRequestId,
  type CourseId,
  type PeriodId,
  type PersonId,
  type SessionId,
  type UploadId,
} from '@vestibul/core';
import { personWords } from './bodies';
import { branded, count, done, instant, listedPerson, personName, session } from './shapes';

const knownContact = personName.extend({ email: z.string(), username: z.string(), number: z.string() });
const issuedLink = personName.extend({ email: z.string(), link: z.string() });

/** What the routes of signing in and of accounts answer with. */
export const accountAnswers = {
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
  listAccountRequests: z.array(
    z.object({
      id: branded<AccountRequestId>(),
      at: instant,
      courseId: branded<CourseId>(),
      courseTitle: z.string(),
      by: knownContact,
      /** Null: all students of the course who have no password. */
      student: knownContact.nullable(),
      /** Null: a one-time link. */
      wish: personWords.nullable(),
    }),
  ),
  settleAccountRequest: z.object({ links: z.array(issuedLink) }),
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
  /** What the office is told of the machine. */
  readTrouble: z.object({
    isFull: z.boolean(),
    /** Files that could not be taken in, the last first. */
    setAside: z.array(
      z.object({
        id: branded<UploadId>(),
        at: instant,
        /** Null of what a guest brought. */
        by: personName.nullable(),
        originalName: z.string(),
        bytes: count,
      }),
    ),
  }),
  askOffice: done,
  makeSlips: z.object({
    slips: z.array(
      personName.extend({
        periodId: branded<PeriodId>(),
        /** Their e-mail address, account or number. */
        signInName: z.string(),
        /** To be typed where somebody signs in, until they have a password. */
        code: z.string(),
        link: z.string(),
      }),
    ),
    without: z.array(
      personName.extend({
        periodId: branded<PeriodId>(),
        why: z.enum(['has a password', 'account closed', 'of the office', 'no name to sign in with']),
      }),
    ),
  }),
} as const;
