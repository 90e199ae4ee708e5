import { z } from 'zod';
import { type PackageId, type PersonId, packageChangeKinds } from '@vestibul/core';
import { branded, count, instant } from '../parts/shapes';

/** One change that a package of lists brings, in words that its page shows. */
export const packageChange = z.object({
  kind: z.enum(packageChangeKinds),
  /** The package's own id of what changes. */
  id: z.string(),
  person: z.string(),
  course: z.string(),
  period: z.string(),
  says: z.string(),
  /** Of somebody asked about: whom in the school they may be. */
  candidates: z.array(
    z.object({ id: branded<PersonId>(), name: z.string(), email: z.string(), number: z.string() }),
  ),
});

export const packageSummary = z.object({
  id: branded<PackageId>(),
  takenAt: instant,
  appliedAt: instant.nullable(),
  name: z.string(),
  counts: z.record(z.enum(packageChangeKinds), count),
});
