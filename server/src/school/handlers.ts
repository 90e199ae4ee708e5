import { changeSchool } from './school';
import { changeYear, listYears, makeYear } from './years';
import { caller, type JsonHandlers } from '../platform/http/call';

export const schoolHandlers = {
  changeSchool(call) {
    changeSchool(call.school, caller(call).id, call.body);
    return {};
  },
  listYears: ({ school }) => listYears(school),
  makeYear: (call) => ({ id: makeYear(call.school, caller(call).id, call.body) }),
  changeYear(call) {
    changeYear(call.school, caller(call).id, call.params.yearId, call.body);
    return {};
  },
} satisfies Partial<JsonHandlers>;
