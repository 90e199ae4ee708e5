import { z } from 'zod';
import {
  type FolderId,
  type GroupId,
  HIGHEST_PERIOD,
  type PeriodId,
  type PersonId,
  type RowReason,
  rowOutcomes,
} from '@vestibul/core';
import { email, id, line, optionalLine } from '../parts/bodies';
import { branded, count, instant, personName } from '../parts/shapes';

export const rosterStudent = personName.extend({
  email: z.string(),
  username: z.string(),
  number: z.string(),
  periodId: branded<PeriodId>(),
  groupId: branded<GroupId>().nullable(),
  joinedAt: instant,
  leftAt: instant.nullable(),
  folder: z.object({ id: branded<FolderId>(), name: z.string() }).nullable(),
  hasSignedIn: z.boolean(),
  /** Whether the staff of this course may change how they sign in, and their name; else the office does. */
  staffKeepsAccount: z.boolean(),
  staffRenames: z.boolean(),
});

export const judgedRow = z.object({
  line: count,
  person: z.object({
    last: z.string(),
    first: z.string(),
    called: z.string(),
    email: z.string(),
    username: z.string(),
    number: z.string(),
  }),
  period: branded<PeriodId>().nullable(),
  /** What the row says of the period, as it is written. */
  periodWritten: z.string(),
  outcome: z.enum(rowOutcomes),
  reasons: z.array(branded<RowReason>()),
  known: branded<PersonId>().nullable(),
  candidates: z.array(branded<PersonId>()),
});

/** One name that the rule would write anew. */
export const newName = z.object({ of: z.enum(['folder', 'piece']), was: z.string(), is: z.string() });

export const personWords = z.object({
  last: line(),
  first: optionalLine(),
  called: optionalLine(),
  email: z.union([z.literal(''), email]).default(''),
  username: optionalLine(),
  number: optionalLine(),
});

export const joiningPerson = personWords.extend({
  periodId: id<PeriodId>(),
  /** The person of the school whom this row means; null makes a new one. */
  knownId: id<PersonId>().nullable().default(null),
  /** Of somebody known: whether they take the name that the list says. */
  newName: z.boolean().default(false),
});

/** What a teacher asks the office for: a change of an account, or (null) a one-time link; of one student, or of all who have no password. */
export const askOfficeBody = z
  .object({ studentId: id<PersonId>().nullable(), wish: personWords.nullable().default(null) })
  .refine(({ studentId, wish }) => studentId !== null || wish === null, { path: ['wish'] });

export const changedStudent = personWords.extend({ periodId: id<PeriodId>() });

export const slipsBody = z.object({
  /** None is all of the course. */
  periodIds: z
    .array(id<PeriodId>())
    .max(HIGHEST_PERIOD + 1)
    .default([]),
});

export const knownContact = personName.extend({
  email: z.string(),
  username: z.string(),
  number: z.string(),
});

export const issuedLink = personName.extend({ email: z.string(), link: z.string() });
