import { z } from 'zod';
import type { AssignmentId } from '@vestibul/core';
import { assignmentBody, id, localTime } from '../parts/bodies';
import { alsoTurnedIn } from './shapes';

/** What requests about assignments and due times carry. */
export const assignmentsRequests = {
  makeAssignment: { body: assignmentBody },
  changeAssignment: { body: assignmentBody.extend({ alsoTurnedIn }) },
  copyAssignments: { body: z.object({ assignmentIds: z.array(id<AssignmentId>()).min(1).max(200) }) },
  moveDue: {
    body: z.object({
      dueLocal: localTime.nullable().default(null),
      excused: z.boolean().default(false),
      alsoTurnedIn,
    }),
  },
} as const;
