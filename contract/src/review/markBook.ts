import { z } from 'zod';
import type { AssignmentId, GroupId, MarkBook, PeriodId, PersonId, SubmissionId } from '@vestibul/core';
import { branded, count, instant, lateRule, personName } from '../parts/shapes';

const points = z.number();

const mark = z.object({
  submissionId: branded<SubmissionId>().nullable(),
  attempt: count,
  excused: z.boolean(),
  isMissing: z.boolean(),
  lateMs: count,
  points: points.nullable(),
  most: points,
  counted: points.nullable(),
  lateRule,
  isShown: z.boolean(),
  isHandedBack: z.boolean(),
  by: branded<PersonId>().nullable(),
  at: instant.nullable(),
});

/** Everything that is given in a course: students × assignments. */
export const markBook: z.ZodType<MarkBook, MarkBook> = z.object({
  assignments: z.array(
    z.object({
      id: branded<AssignmentId>(),
      title: z.string(),
      kind: z.enum(['points', 'rubric']),
      most: points,
      weight: count.nullable(),
      lateRule,
      visibleAt: instant.nullable(),
      due: instant.nullable(),
    }),
  ),
  students: z.array(
    personName.extend({
      email: z.string(),
      periodId: branded<PeriodId>(),
      groupId: branded<GroupId>().nullable(),
      leftAt: instant.nullable(),
      marks: z.array(mark.nullable()),
      total: z.object({ points, most: points, percent: points.nullable() }).nullable(),
    }),
  ),
  reviewers: z.array(z.object({ id: branded<PersonId>(), name: z.string() })),
});
