import { z } from 'zod';
import type { YearId } from '@vestibul/core';
import { branded, done, year } from '../parts/shapes';

/** What is answered about the school and its years. */
export const schoolAnswers = {
  changeSchool: done,
  listYears: z.array(year),
  makeYear: z.object({ id: branded<YearId>() }),
  changeYear: done,
} as const;
