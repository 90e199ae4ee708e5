import { z } from 'zod';
import {
  type AccountRequestId,
  type CourseId,
  type PeriodId,
  type PersonId,
  columnMeanings,
  separators,
} from '@vestibul/core';
import { branded, count, done, instant, personName } from '../parts/shapes';
import { issuedLink, judgedRow, knownContact, newName, personWords, rosterStudent } from './shapes';

/** What is answered about who is in a course. */
export const rosterAnswers = {
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
  readRoster: z.array(rosterStudent),
  previewRoster: z.object({
    separator: z.enum(separators),
    columns: z.array(z.enum(columnMeanings)),
    /** The line on which the headings stand; 0 where there are none. */
    headingLine: count,
    /** The line on which the people begin. */
    firstLine: count,
    enough: z.boolean(),
    /** The first rows as they stand, for choosing rows and columns by hand. */
    sample: z.array(z.object({ line: count, cells: z.array(z.string()) })),
    rows: z.array(judgedRow),
    /** The names of everybody that a row means or may mean. */
    people: z.array(personName.extend({ email: z.string(), periodId: branded<PeriodId>().nullable() })),
    /** Who is on the roster and in no row. */
    leavers: z.array(branded<PersonId>()),
  }),
  joinRoster: z.object({
    joined: count,
    cameBack: count,
    moved: count,
    newNames: count,
    /** New names of the list that were left as they were: they are the office's to change. */
    namesLeft: count,
    left: count,
    folders: count,
    copies: count,
    /** Who joined or came back. */
    students: z.array(branded<PersonId>()),
  }),
  leaveCourse: done,
  comeBack: done,
  previewStudent: z.object({ names: z.array(newName) }),
  moveStudents: z.object({ renamed: count }),
  changeStudent: z.object({ renamed: count }),
} as const;
