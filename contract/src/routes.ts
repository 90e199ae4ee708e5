import type { Route } from './parts/route';
import { schoolRoutes } from './school/routes';
import { signInRoutes } from './sign-in/routes';
import { coursesRoutes } from './courses/routes';
import { assignmentsRoutes } from './assignments/routes';
import { namingRoutes } from './naming/routes';
import { intakeRoutes } from './intake/routes';
import { ledgerRoutes } from './ledger/routes';
import { ownersRoutes } from './owners/routes';
import { blanksRoutes } from './blanks/routes';
import { rosterRoutes } from './roster/routes';
import { submissionsRoutes } from './submissions/routes';
import { noticesRoutes } from './notices/routes';
import { reviewRoutes } from './review/routes';
import { doorsRoutes } from './doors/routes';
import { sortingRoutes } from './sorting/routes';
import { calendarRoutes } from './calendar/routes';
import { packagesRoutes } from './packages/routes';
import { newYearRoutes } from './new-year/routes';
import { leavingRoutes } from './leaving/routes';
import { pagesRoutes } from './pages/routes';
import { liveRoutes } from './live/routes';

/** Every route of the server and who may call it. Nothing answers that is not in this table. */
export const routes = {
  ...schoolRoutes,
  ...signInRoutes,
  ...coursesRoutes,
  ...assignmentsRoutes,
  ...namingRoutes,
  ...intakeRoutes,
  ...ledgerRoutes,
  ...ownersRoutes,
  ...blanksRoutes,
  ...rosterRoutes,
  ...submissionsRoutes,
  ...noticesRoutes,
  ...reviewRoutes,
  ...doorsRoutes,
  ...sortingRoutes,
  ...calendarRoutes,
  ...packagesRoutes,
  ...newYearRoutes,
  ...leavingRoutes,
  ...pagesRoutes,
  ...liveRoutes,
} as const satisfies Record<string, Route>;

export type RouteName = keyof typeof routes;
