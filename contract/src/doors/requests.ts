import { z } from 'zod';
import type { AssignmentId, PersonId, UploadId } from '@vestibul/core';
import { email, id, line } from '../parts/bodies';
import { MOST_FILES } from '../parts/limits';
import { doorBody } from './shapes';

/** What requests about side doors carry. */
export const doorsRequests = {
  enterDoor: {
    body: z.object({
      name: line(120),
      // In small letters: one address written in several ways is one, for the measure of codes too.
      email: z.union([z.literal(''), email.toLowerCase()]).default(''),
    }),
  },
  confirmVisit: {
    body: z.object({
      code: z
        .string()
        .trim()
        .regex(/^\d{3} ?\d{3}$/, 'The code has six digits'),
    }),
  },
  deliver: {
    body: z.object({
      key: z.uuid(),
      uploadIds: z.array(id<UploadId>()).min(1, 'Choose at least one file').max(MOST_FILES),
      /** At a door of a whole course: what it is for, where the guest knows. */
      assignmentId: id<AssignmentId>().nullable().default(null),
    }),
  },
  makeDoor: { body: doorBody },
  changeDoor: { body: doorBody },
  listDeliveries: { query: z.object({ after: z.string().max(120).default('') }) },
  readDelivered: { query: z.object({ download: z.enum(['1']).optional() }) },
  placeDelivery: { body: z.object({ studentId: id<PersonId>(), assignmentId: id<AssignmentId>() }) },
} as const;
