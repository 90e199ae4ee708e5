import { z } from 'zod';
import type { AssignmentId } from '@vestibul/core';
import { branded, count, done, fullAssignment } from '../parts/shapes';

/** What is answered about assignments and due times. */
export const assignmentsAnswers = {
  makeAssignment: z.object({ id: branded<AssignmentId>() }),
  changeAssignment: done,
  copyAssignments: z.object({ copied: count }),
  dropAssignment: done,
  readAssignment: fullAssignment,
  moveDue: done,
  moveDues: done,
} as const;
