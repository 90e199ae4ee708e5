import { z } from 'zod';
import {
  LONGEST_FIELD,
  columnMeanings,
  eventKinds,
  isLocalTime,
  looksLikeEmail,
  type AssignmentId,
  type CourseId,
  type EventKind,
  type LocalTime,
  type PeriodId,
  type PersonId,
  type PieceId,
  type SubmissionId,
  type UploadId,
  type YearId,
} from '@vestibul/core';
import { HIGHEST_PERIOD, LONGEST_LIST, MOST_FILES, MOST_PEOPLE, SHORTEST_PASSWORD } from './limits';
import type { RouteName } from './routes';

/** An opaque id as it comes over the wire. */
const id = <Id extends string>() =>
  z
    .string()
    .regex(/^[A-Za-z0-9_-]{1,64}$/)
    .transform((text) => text as Id);

/** Signs that no list, file name or page can show: control characters but tab and line ends, and half characters. */
// eslint-disable-next-line no-control-regex -- control characters are what is looked for
const UNWRITABLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;

/** A text that somebody writes, in the one form in which it is kept (NFC). */
const words = (longest: number) =>
  z
    .string()
    .refine((text) => text.isWellFormed() && !UNWRITABLE.test(text), 'It holds a sign that cannot be shown')
    .normalize('NFC')
    .max(longest, `At most ${longest.toLocaleString('en')} letters`);
const line = (longest: number = LONGEST_FIELD) => words(longest).trim().min(1, 'Write something here');
const optionalLine = (longest: number = LONGEST_FIELD) => words(longest).trim().default('');
const email = z
  .string()
  .trim()
  .refine(looksLikeEmail, 'This is not an e-mail address: it needs an @ and a dot behind it');
const password = z
  .string()
  .min(SHORTEST_PASSWORD, `At least ${SHORTEST_PASSWORD} letters or signs`)
  .max(200, 'At most 200 letters or signs');
const day = z.iso.date('Choose a day');
const localTime = z
  .string()
  .refine(isLocalTime, 'Choose a day and a time')
  .transform((text) => text as LocalTime);

export const periodBody = z.object({
  number: z.coerce
    .number('Write a number')
    .int('Write a whole number')
    .min(0, 'Write a number from 0')
    .max(HIGHEST_PERIOD, `At most ${HIGHEST_PERIOD}`),
  label: optionalLine(40),
});

export const joiningPerson = z.object({
  last: line(),
  first: optionalLine(),
  called: optionalLine(),
  email: z.union([z.literal(''), email]).default(''),
  username: optionalLine(),
  number: optionalLine(),
  periodId: id<PeriodId>(),
  /** The person of the school whom this row means; null makes a new one. */
  knownId: id<PersonId>().nullable().default(null),
});

export const assignmentBody = z.object({
  title: line(),
  shortName: optionalLine(60),
  directions: words(20_000).default(''),
  dues: z
    .array(z.object({ periodId: id<PeriodId>(), dueLocal: localTime }))
    .max(HIGHEST_PERIOD + 1)
    .refine(
      (dues) => new Set(dues.map((due) => due.periodId)).size === dues.length,
      'One due time for each period',
    ),
});

export const signInBody = z.object({
  email: line(254),
  password: z.string().min(1, 'Write your password').max(200),
});
export const yearBody = z
  .object({ label: line(40), startsOn: day, endsOn: day })
  .refine((year) => year.startsOn < year.endsOn, {
    path: ['endsOn'],
    message: 'The year must end after it starts',
  });
export const courseBody = z.object({
  yearId: id<YearId>(),
  title: line(80),
  code: optionalLine(20),
  periods: z
    .array(periodBody)
    .min(1, 'A course needs at least one period')
    .max(HIGHEST_PERIOD + 1),
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
export const commentBody = z.object({ text: line(4000) });

/** What comes behind the question mark and in the body of each request, for the routes that take any. */
export const requests = {
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
  makeYear: { body: yearBody },
  makeCourse: { body: courseBody },
  addPeriod: { body: periodBody },
  addStaff: { body: z.object({ email }) },
  previewRoster: {
    body: z.object({
      text: z.string().max(LONGEST_LIST),
      columns: z.array(z.enum(columnMeanings)).max(60).nullable().default(null),
      hasHeadings: z.boolean().nullable().default(null),
      periodId: id<PeriodId>().nullable().default(null),
    }),
  },
  joinRoster: {
    body: z.object({ fromList: z.boolean(), people: z.array(joiningPerson).min(1).max(MOST_PEOPLE) }),
  },
  setRule: { body: z.object({ rule: words(300) }) },
  makeAssignment: { body: assignmentBody },
  changeAssignment: { body: assignmentBody },
  readPiece: { query: z.object({ download: z.enum(['1']).optional() }) },
  comment: { body: commentBody },
  handBack: { body: z.object({ submissionIds: z.array(id<SubmissionId>()).min(1).max(200) }) },
  readLedger: {
    query: z.object({
      kind: z.enum(eventKinds as [EventKind, ...EventKind[]]).optional(),
      student: id<PersonId>().optional(),
      assignment: id<AssignmentId>().optional(),
      before: z.coerce.number().int().min(0).optional(),
    }),
  },
  listMyFiles: { query: z.object({ before: z.string().max(120).default('') }) },
  turnIn: {
    body: z.object({
      /** Made by the page once for each press of the button, so that the same press never counts twice. */
      key: z.uuid(),
      uploadIds: z.array(id<UploadId>()).max(MOST_FILES),
    }),
  },
} as const satisfies Partial<Record<RouteName, { body?: z.ZodType; query?: z.ZodType }>>;

/** The parameters a path can hold. */
export const pathParams = {
  courseId: id<CourseId>(),
  assignmentId: id<AssignmentId>(),
  submissionId: id<SubmissionId>(),
  pieceId: id<PieceId>(),
  uploadId: id<UploadId>(),
  personId: id<PersonId>(),
  subject: z.enum(['folder', 'file']),
  token: z.string().regex(/^[A-Za-z0-9_-]{16,64}$/),
} as const;

/** The metadata of an upload (tus `Upload-Metadata`). */
export const uploadMetadata = z.object({
  assignmentId: id<AssignmentId>(),
  filename: z.string().min(1).max(1000),
});
