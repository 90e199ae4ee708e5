import { z } from 'zod';
import {
  type GroupId,
  type PeriodId,
  type PersonId,
  columnMeanings,
  peopleColumns,
  peopleFormats,
} from '@vestibul/core';
import { id } from '../parts/bodies';
import { LONGEST_LIST, MOST_PEOPLE } from '../parts/limits';
import { askOfficeBody, changedStudent, joiningPerson, slipsBody } from './shapes';

/** What requests about who is in a course carry. */
export const rosterRequests = {
  readPeopleFile: {
    query: z.object({
      format: z.enum(peopleFormats),
      columns: z
        .string()
        .transform((text) => text.split(','))
        .pipe(z.array(z.enum(peopleColumns)).min(1, 'Choose at least one column')),
      period: id<PeriodId>().optional(),
      group: id<GroupId>().optional(),
    }),
  },
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
