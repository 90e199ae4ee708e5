import { z } from 'zod';
import type { AssignmentId, CourseId, YearId } from '@vestibul/core';
import { id, periodDues } from '../parts/bodies';
import { MOST_AT_ONCE } from '../parts/limits';

/** What requests about beginning a year carry. */
export const newYearRequests = {
  planYear: { query: z.object({ from: id<YearId>() }) },
  beginYear: {
    body: z.object({
      courses: z
        .array(
          z.object({
            courseId: id<CourseId>(),
            assignments: z
              .array(
                z.object({
                  assignmentId: id<AssignmentId>(),
                  dues: periodDues,
                }),
              )
              .max(MOST_AT_ONCE),
          }),
        )
        .min(1)
        .max(MOST_AT_ONCE),
    }),
  },
} as const;
