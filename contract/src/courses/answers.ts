import { z } from 'zod';
import type { CourseId, PeriodId, YearId } from '@vestibul/core';
import { branded, count, done } from '../parts/shapes';

/** What is answered about courses, periods, groups and staff. */
export const coursesAnswers = {
  listCourses: z.array(
    z.object({
      id: branded<CourseId>(),
      title: z.string(),
      yearId: branded<YearId>(),
      yearLabel: z.string(),
      isOver: z.boolean(),
      teacher: z.string(),
      students: count,
      assignments: count,
    }),
  ),
  makeCourse: z.object({ id: branded<CourseId>() }),
  changeCourse: done,
  giveCourse: done,
  addPeriod: z.object({ id: branded<PeriodId>() }),
  changePeriod: done,
  setGroups: done,
  putInGroup: done,
  addStaff: done,
  changeStaff: done,
  removeStaff: done,
} as const;
