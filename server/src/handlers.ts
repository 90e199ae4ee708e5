import { pageHandlers } from './pages/handlers';
import { requestHandlers } from './roster/requestHandlers';
import { newYearHandlers } from './new-year/handlers';
import { assignmentHandlers } from './assignments/handlers';
import { blankHandlers } from './blanks/handlers';
import { blankStreams } from './blanks/streams';
import { calendarHandlers } from './calendar/handlers';
import { calendarStreams } from './calendar/streams';
import { courseHandlers } from './courses/handlers';
import { doorHandlers, doorStreams } from './doors/handlers';
import { intakeHandlers } from './intake/handlers';
import { intakeStreams } from './intake/streams';
import { ledgerHandlers } from './ledger/handlers';
import { ownersHandlers } from './owners/handlers';
import { folderHandlers } from './naming/folderHandlers';
import { namingHandlers } from './naming/handlers';
import { noticeHandlers } from './notices/handlers';
import { noticeStreams } from './notices/streams';
import { reviewHandlers } from './review/handlers';
import { rosterHandlers } from './roster/handlers';
import { rosterStreams } from './roster/streams';
import { schoolHandlers } from './school/handlers';
import { packageHandlers } from './packages/handlers';
import { peopleHandlers } from './sign-in/peopleHandlers';
import { sessionHandlers } from './sign-in/handlers';
import { pileHandlers, pileStreams } from './sorting/handlers';
import { moveHandlers } from './sorting/moveHandlers';
import { submissionHandlers } from './submissions/handlers';
import { reviewStreams } from './review/streams';
import { ownersStreams } from './owners/streams';
import { leavingStreams } from './leaving/streams';
import { submissionStreams } from './submissions/streams';
import type { JsonHandlers, StreamHandlers } from './platform/http/call';

/** What answers each route: every subject's own. */
export const jsonHandlers: JsonHandlers = {
  ...pageHandlers,
  ...requestHandlers,
  ...newYearHandlers,
  ...assignmentHandlers,
  ...blankHandlers,
  ...calendarHandlers,
  ...courseHandlers,
  ...doorHandlers,
  ...intakeHandlers,
  ...ledgerHandlers,
  ...ownersHandlers,
  ...folderHandlers,
  ...namingHandlers,
  ...noticeHandlers,
  ...reviewHandlers,
  ...rosterHandlers,
  ...schoolHandlers,
  ...packageHandlers,
  ...peopleHandlers,
  ...sessionHandlers,
  ...pileHandlers,
  ...moveHandlers,
  ...submissionHandlers,
};

/** Routes that write their answer themselves, but for the live stream and the uploads. */
export const streamHandlers = {
  ...blankStreams,
  ...calendarStreams,
  ...doorStreams,
  ...intakeStreams,
  ...noticeStreams,
  ...rosterStreams,
  ...pileStreams,
  ...reviewStreams,
  ...leavingStreams,
  ...ownersStreams,
  ...submissionStreams,
} satisfies Partial<StreamHandlers>;
