import { z } from 'zod';
import { columnMeanings, type GroupId, type PeriodId, type PersonId } from '@vestibul/core';
import { askOfficeBody, changedStudent, id, joiningPerson, slipsBody } from './bodies';
import { LONGEST_LIST, MOST_PEOPLE } from './limits';

/** What comes in the body of requests about a course's roster and the accounts of its students. */
export const rosterRequests = {
  makeSlips: { body: slipsBody },
  previewRoster: {
    body: z.object({
      text: z.string().max(LONGEST_LIST),
      columns: z.array(z.enum(columnMeanings)).max(60).nullable().default(null),
      headingLine: z.number().int().min(0).max(LONGEST_LIST).nullable().default(null),
      firstLine: z.number().int().min(1).max(LONGEST_LIST).nullable().default(null),
      periodId: id<PeriodId>().nullable().default(null),
    }),
  },
  joinRoster: {
    body: z.object({
      fromList: z.boolean(),
      people: z.array(joiningPerson).max(MOST_PEOPLE),
      /** Who is on the roster and not on the list, where the list is all there are. */
      leaving: z.array(id<PersonId>()).max(MOST_PEOPLE).default([]),
    }),
  },
  moveStudents: {
    body: z.object({
      moves: z
        .array(
          z.object({
            studentId: id<PersonId>(),
            periodId: id<PeriodId>(),
            groupId: id<GroupId>().nullable().default(null),
          }),
        )
        .min(1)
        .max(MOST_PEOPLE)
        .refine((moves) => new Set(moves.map(({ studentId }) => studentId)).size === moves.length, {
          message: 'Each student goes to one period',
        }),
    }),
  },
  comeBack: { body: z.object({ periodId: id<PeriodId>().nullable().default(null) }) },
  askOffice: { body: askOfficeBody },
  settleAccountRequest: { body: z.object({ grants: z.boolean() }) },
  previewStudent: { body: changedStudent },
  changeStudent: { body: changedStudent },
} as const;
