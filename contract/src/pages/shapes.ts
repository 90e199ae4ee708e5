import { z } from 'zod';
import { type CourseId, type MeetingPattern, courseStaffRoles, offRules } from '@vestibul/core';
import { assignment, branded, count, group, period, personName, year } from '../parts/shapes';

/** Kept as the contract's request let it in. */
const anyMeetings = z.record(z.string(), z.unknown()) as unknown as z.ZodType<MeetingPattern, MeetingPattern>;

export const course = z.object({
  id: branded<CourseId>(),
  title: z.string(),
  code: z.string(),
  year,
  role: z.enum([...courseStaffRoles, 'office']),
  folderRule: z.string(),
  fileRule: z.string(),
  /** What happens to names that do not follow, where an assignment does not say otherwise. */
  offRule: z.enum(offRules),
  periods: z.array(
    period.extend({ students: count, meetings: anyMeetings.nullable(), groups: z.array(group) }),
  ),
  staff: z.array(personName.extend({ email: z.string(), role: z.enum(courseStaffRoles) })),
  students: count,
  folders: count,
  /** What lies on its sorting table: pieces of piles, and what came by side doors. */
  toSort: count,
  assignments: z.array(assignment),
});
