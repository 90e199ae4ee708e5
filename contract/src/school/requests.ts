import { schoolBody, yearBody } from './shapes';

/** What requests about the school and its years carry. */
export const schoolRequests = {
  changeSchool: { body: schoolBody },
  makeYear: { body: yearBody },
  changeYear: { body: yearBody },
} as const;
