import { listMyCopies } from './copies';
import { caller, type JsonHandlers } from '../platform/http/call';
import { tellStaff } from '../courses/tellStaff';
import { findBlank, handOut, keepBlank, listBlanks, listCopies, putAwayBlank } from './blanks';

export const blankHandlers = {
  listMyCopies: (call) => listMyCopies(call.school.db, caller(call).id, call.query.before),

  listBlanks: ({ school, params }) => listBlanks(school.db, params.courseId),
  keepBlank(call) {
    const kept = keepBlank(call.school, caller(call).id, call.params.courseId, call.body);
    tellStaff(call.school, call.params.courseId);
    return kept;
  },
  putAwayBlank(call) {
    tellStaff(call.school, putAwayBlank(call.school, caller(call).id, call.params.blankId));
    return {};
  },
  listCopies: ({ school, params, query }) => listCopies(school.db, params.blankId, query.after),
  handOut(call) {
    const handedOut = handOut(call.school, caller(call).id, call.params.blankId, call.body);
    tellStaff(call.school, findBlank(call.school.db, call.params.blankId).courseId);
    return { handedOut };
  },
} satisfies Partial<JsonHandlers>;
