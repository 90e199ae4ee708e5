import { readLedgerPage } from './ledgerPage';
import type { JsonHandlers } from '../platform/http/call';

export const ledgerHandlers = {
  readLedger: ({ school, params, query }) => readLedgerPage(school.db, params.courseId, query),
} satisfies Partial<JsonHandlers>;
