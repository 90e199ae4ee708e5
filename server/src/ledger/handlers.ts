import { readLedgerPage } from './ledgerPage';
import { readHappened } from './happened';
import type { JsonHandlers } from '../platform/http/call';

export const ledgerHandlers = {
  readLedger: ({ school, params, query }) => readLedgerPage(school.db, params.courseId, query),

  readHappened: ({ school, params, query }) => ({ rows: readHappened(school.db, params.courseId, query) }),
} satisfies Partial<JsonHandlers>;
