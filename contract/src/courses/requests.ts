import { z } from 'zod';
import { type GroupId, MOST_GROUPS, type PersonId, groupMarks } from '@vestibul/core';
import { email, id, line } from '../parts/bodies';
import { ENAMELS, MOST_AT_ONCE } from '../parts/limits';
import { courseBody, courseWords, periodBody, staffRole } from './shapes';

/** What requests about courses, periods, groups and staff carry. */
export const coursesRequests = {
  makeCourse: { body: courseBody },
  changeCourse: { body: courseWords },
  giveCourse: { body: z.object({ personId: id<PersonId>() }) },
  addPeriod: { body: periodBody },
  changePeriod: { body: periodBody },
  setGroups: {
    body: z.object({
      groups: z
        .array(
          z.object({
            id: id<GroupId>().nullable().default(null),
            name: line(40),
            enamel: z.number().int().min(1).max(ENAMELS),
            mark: z.enum(groupMarks),
          }),
        )
        .max(MOST_GROUPS, `At most ${MOST_GROUPS} groups`)
        .refine((groups) => new Set(groups.map((group) => group.mark)).size === groups.length, {
          message: 'Give each group a mark of its own',
        }),
    }),
  },
  putInGroup: {
    body: z.object({
      groupId: id<GroupId>().nullable(),
      studentIds: z.array(id<PersonId>()).min(1).max(MOST_AT_ONCE),
    }),
  },
  addStaff: { body: z.object({ email, role: staffRole.default('co-teacher') }) },
  changeStaff: { body: z.object({ role: staffRole }) },
} as const;
