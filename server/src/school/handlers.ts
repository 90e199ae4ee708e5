import { requireBeginning } from './beginYear';
import { changeSchool } from './school';
import { changeYear, listYears, makeYear, planYear } from './years';
import { runJob } from '../platform/runJob';
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
  planYear: (call) => planYear(call.school, call.params.yearId, call.query.from, caller(call)),
  // A school's worth of courses takes seconds: in a thread, with the gate held, so that reading goes on meanwhile.
  async beginYear(call) {
    const { school, params, body } = call;
    const { id, standing } = caller(call);
    requireBeginning(school, { id, standing }, params.yearId, body.courses);
    const input = { person: { id, standing }, yearId: params.yearId, courses: body.courses };
    return {
      courses: await school.gate.hold(() => runJob('beginYear', { school: school.forThread, ...input })),
    };
  },
} satisfies Partial<JsonHandlers>;
