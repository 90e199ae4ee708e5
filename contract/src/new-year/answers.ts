import { z } from 'zod';
import type { AssignmentId, CourseId, LocalTime, PeriodId } from '@vestibul/core';
import { branded, count, period } from '../parts/shapes';

/** What is answered about beginning a year. */
export const newYearAnswers = {
  planYear: z.object({
    courses: z.array(
      z.object({
        id: branded<CourseId>(),
        title: z.string(),
        /** Whether the new year has a course of this title already. */
        isThere: z.boolean(),
        periods: z.array(period),
        groups: count,
        blanks: count,
        assignments: z.array(
          z.object({
            id: branded<AssignmentId>(),
            title: z.string(),
            dues: z.array(
              z.object({
                periodId: branded<PeriodId>(),
                was: branded<LocalTime>(),
                dueLocal: branded<LocalTime>(),
              }),
            ),
          }),
        ),
      }),
    ),
  }),
  beginYear: z.object({ courses: z.array(branded<CourseId>()) }),
} as const;
