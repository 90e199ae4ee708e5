import { z } from 'zod';
import type { AssignmentId, CourseId, LocalTime } from '@vestibul/core';
import { branded, instant, period } from '../parts/shapes';

/** What is answered about the calendar. */
export const calendarAnswers = {
  readCalendar: z.array(
    z.object({
      assignmentId: branded<AssignmentId>(),
      title: z.string(),
      courseId: branded<CourseId>(),
      courseTitle: z.string(),
      due: instant,
      dueLocal: branded<LocalTime>(),
      isDraft: z.boolean(),
      periods: z.array(period),
    }),
  ),
  readFeedAddress: z.object({ path: z.string().nullable() }),
  renewFeed: z.object({ path: z.string() }),
} as const;
