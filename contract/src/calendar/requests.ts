import { z } from 'zod';
import type { CourseId } from '@vestibul/core';
import { day, id } from '../parts/bodies';

/** What requests about the calendar carry. */
export const calendarRequests = {
  readCalendar: { query: z.object({ from: day, to: day, course: id<CourseId>().optional() }) },
} as const;
