import { toInstant, type Day, type Instant } from '@vestibul/core';
import type { School } from '../platform/School';
import { caller, type JsonHandlers } from '../platform/http/call';
import { nowOnLedger } from '../platform/ledger/ledger';
import { endKeeping, keepFiles } from './keeping';
import { readSchool } from '../school/facts';
import { spanOfDays } from '../school/spanOfDays';
import { readCustody } from './custody';
import { countOwned, NOW, pageOwned } from './owned';

/** The moment that a day of the school ends with, or now: that it is told at, and before which it is looked. */
function momentOf(school: School, day: Day | undefined): { at: Instant; until: string } {
  const now = nowOnLedger(school);
  const { until } = spanOfDays(undefined, day, readSchool(school.db)?.timeZone ?? 'UTC');
  if (until === undefined || until > now) return { at: now, until: NOW };
  return { at: toInstant(Date.parse(until) - 1), until };
}

export const ownersHandlers = {
  listOwners({ school, params, query: { day, only, after, ...wish } }) {
    const { at, until } = momentOf(school, day);
    return {
      at,
      ...countOwned(school.db, params.courseId, wish, until),
      ...pageOwned(school.db, params.courseId, { ...wish, only, after }, until),
    };
  },
  readCustody: ({ school, params, query: { day } }) =>
    readCustody(school.db, params.courseId, params.ownedId, momentOf(school, day)),
  keepFiles: (call) => keepFiles(call.school, caller(call).id, call.params.courseId, call.body),
  endKeeping: (call) => endKeeping(call.school, caller(call).id, call.params.courseId, call.body),
} satisfies Partial<JsonHandlers>;
