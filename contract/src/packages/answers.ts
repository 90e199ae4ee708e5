import { z } from 'zod';
import { count } from '../parts/shapes';
import { packageChange, packageSummary } from './shapes';

/** What is answered about the office's lists. */
export const packagesAnswers = {
  takePackage: packageSummary,
  readPackage: packageSummary.extend({
    changes: z.array(packageChange),
    next: count.nullable(),
  }),
  applyPackage: packageSummary,
} as const;
