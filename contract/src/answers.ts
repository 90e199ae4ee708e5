import type { z } from 'zod';
import { schoolAnswers } from './school/answers';
import { signInAnswers } from './sign-in/answers';
import { coursesAnswers } from './courses/answers';
import { assignmentsAnswers } from './assignments/answers';
import { namingAnswers } from './naming/answers';
import { intakeAnswers } from './intake/answers';
import { ledgerAnswers } from './ledger/answers';
import { ownersAnswers } from './owners/answers';
import { blanksAnswers } from './blanks/answers';
import { rosterAnswers } from './roster/answers';
import { submissionsAnswers } from './submissions/answers';
import { noticesAnswers } from './notices/answers';
import { reviewAnswers } from './review/answers';
import { doorsAnswers } from './doors/answers';
import { sortingAnswers } from './sorting/answers';
import { calendarAnswers } from './calendar/answers';
import { packagesAnswers } from './packages/answers';
import { newYearAnswers } from './new-year/answers';
import { pagesAnswers } from './pages/answers';
import type { RouteName } from './routes';

/** What each route answers with when it succeeds; routes that answer with bytes or events are not here. */
export const answers = {
  ...schoolAnswers,
  ...signInAnswers,
  ...coursesAnswers,
  ...assignmentsAnswers,
  ...namingAnswers,
  ...intakeAnswers,
  ...ledgerAnswers,
  ...ownersAnswers,
  ...blanksAnswers,
  ...rosterAnswers,
  ...submissionsAnswers,
  ...noticesAnswers,
  ...reviewAnswers,
  ...doorsAnswers,
  ...sortingAnswers,
  ...calendarAnswers,
  ...packagesAnswers,
  ...newYearAnswers,
  ...pagesAnswers,
} as const satisfies Partial<Record<RouteName, z.ZodType>>;
