import { feedPath, readCalendar, renewFeed } from './calendar';
import { caller, type JsonHandlers } from '../platform/http/call';

export const calendarHandlers = {
  readCalendar: (call) => readCalendar(call.school, caller(call), call.query),
  readFeedAddress: (call) => ({ path: feedPath(call.school.db, caller(call).id) }),
  renewFeed: (call) => ({ path: renewFeed(call.school.db, caller(call).id) }),
} satisfies Partial<JsonHandlers>;
