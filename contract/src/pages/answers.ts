import { course } from './shapes';

/** What is answered about what one page reads of several subjects. */
export const pagesAnswers = {
  readCourse: course,
} as const;
