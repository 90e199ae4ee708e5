import type { z } from 'zod';
import { schoolRequests } from './school/requests';
import { signInRequests } from './sign-in/requests';
import { coursesRequests } from './courses/requests';
import { assignmentsRequests } from './assignments/requests';
import { namingRequests } from './naming/requests';
import { intakeRequests } from './intake/requests';
import { ledgerRequests } from './ledger/requests';
import { ownersRequests } from './owners/requests';
import { blanksRequests } from './blanks/requests';
import { rosterRequests } from './roster/requests';
import { submissionsRequests } from './submissions/requests';
import { noticesRequests } from './notices/requests';
import { reviewRequests } from './review/requests';
import { doorsRequests } from './doors/requests';
import { sortingRequests } from './sorting/requests';
import { calendarRequests } from './calendar/requests';
import { packagesRequests } from './packages/requests';
import { newYearRequests } from './new-year/requests';
import { liveRequests } from './live/requests';
import type { RouteName } from './routes';

interface RequestShapes {
  body?: z.ZodType;
  query?: z.ZodType;
}

/** What comes behind the question mark and in the body of each request, for the routes that take any. */
export const requests = {
  ...schoolRequests,
  ...signInRequests,
  ...coursesRequests,
  ...assignmentsRequests,
  ...namingRequests,
  ...intakeRequests,
  ...ledgerRequests,
  ...ownersRequests,
  ...blanksRequests,
  ...rosterRequests,
  ...submissionsRequests,
  ...noticesRequests,
  ...reviewRequests,
  ...doorsRequests,
  ...sortingRequests,
  ...calendarRequests,
  ...packagesRequests,
  ...newYearRequests,
  ...liveRequests,
} as const satisfies Partial<Record<RouteName, RequestShapes>>;

/** What a route takes besides what is in its path. */
export const shapesOf = (name: RouteName): RequestShapes =>
  name in requests ? requests[name as keyof typeof requests] : {};
