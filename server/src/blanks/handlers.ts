import { listMyCopies } from './copies';
import { caller, type JsonHandlers } from '../platform/http/call';
import { handOut, keepBlank, listBlanks, listCopies, putAwayBlank } from './blanks';

export const blankHandlers = {
  listMyCopies: (call) => listMyCopies(call.school, caller(call).id, call.query.before),

  listBlanks: ({ school, params }) => listBlanks(school.db, params.courseId),
  keepBlank: (call) => keepBlank(call.school, caller(call).id, call.params.courseId, call.body),
  putAwayBlank(call) {
    putAwayBlank(call.school, caller(call).id, call.params.blankId);
    return {};
  },
  listCopies: ({ school, params, query }) => listCopies(school.db, params.blankId, query.after),
  handOut: (call) => ({ handedOut: handOut(call.school, caller(call).id, call.params.blankId, call.body) }),
} satisfies Partial<JsonHandlers>;
