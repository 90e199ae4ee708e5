import { z } from 'zod';
import { standings } from '@vestibul/core';
import { email, line, optionalLine } from '../parts/bodies';
import { SHORTEST_PASSWORD } from '../parts/limits';
import { instant, personName } from '../parts/shapes';

export const session = z.object({
  person: personName.extend({ standing: z.enum(standings), email: z.string() }).nullable(),
  school: z.object({ name: z.string(), timeZone: z.string(), language: z.string() }),
  demo: z.boolean(),
  now: instant,
});

export const listedPerson = personName.extend({
  email: z.string(),
  standing: z.enum(standings),
  hasSignedIn: z.boolean(),
  isClosed: z.boolean(),
});

const password = z
  .string()
  .min(SHORTEST_PASSWORD, `At least ${SHORTEST_PASSWORD} letters or signs`)
  .max(200, 'At most 200 letters or signs');

export const signInBody = z.object({
  /** Their e-mail address, account or number. */
  signInName: line(254),
  password: z.string().min(1, 'Write your password').max(200),
});

export const personBody = z.object({
  last: line(),
  first: optionalLine(),
  email,
  standing: z.enum(['teacher', 'office']),
});

export const welcomeBody = z.object({
  password,
  /** Only the first office account of a new school sends these. */
  first: z
    .object({ last: line(), first: optionalLine(), email, schoolName: line(), timeZone: line(64) })
    .optional(),
});
