import { z } from 'zod';
import type { AssignmentId, PersonId } from '@vestibul/core';
import { assignmentBody, id, localTime } from '../parts/bodies';
import { MOST_AT_ONCE } from '../parts/limits';
import { alsoTurnedIn } from './shapes';

/** What holds for one student alone; neither is what holds for their period. */
const ownDue = z.object({
  dueLocal: localTime.nullable().default(null),
  excused: z.boolean().default(false),
});

/** What requests about assignments and due times carry. */
export const assignmentsRequests = {
  makeAssignment: { body: assignmentBody },
  changeAssignment: { body: assignmentBody.extend({ alsoTurnedIn }) },
  copyAssignments: { body: z.object({ assignmentIds: z.array(id<AssignmentId>()).min(1).max(200) }) },
  moveDue: { body: ownDue.extend({ alsoTurnedIn }) },
  moveDues: {
    body: z.object({
      dues: z
        .array(ownDue.extend({ studentId: id<PersonId>() }))
        .min(1)
        .max(MOST_AT_ONCE),
      alsoTurnedIn,
    }),
  },
} as const;
