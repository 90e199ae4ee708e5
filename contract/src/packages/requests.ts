import { z } from 'zod';
import type { PersonId } from '@vestibul/core';
import { id, line } from '../parts/bodies';
import { MOST_AT_ONCE } from '../parts/limits';

/** What requests about the office's lists carry. */
export const packagesRequests = {
  readPackage: {
    query: z.object({
      kind: z.string().max(20).default(''),
      after: z.coerce.number().int().min(0).default(0),
    }),
  },
  applyPackage: {
    body: z.object({
      /** Who each asked-about user of the package is; null is somebody new. */
      same: z
        .array(z.object({ userId: line(255), personId: id<PersonId>().nullable() }))
        .max(MOST_AT_ONCE)
        .default([]),
      /** Users whose new address signs them in from now on. */
      addresses: z.array(line(255)).max(MOST_AT_ONCE).default([]),
    }),
  },
} as const;
