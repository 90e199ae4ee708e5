import { requireBeginning } from './beginYear';
import { planYear } from './planYear';
import { runJob } from '../platform/runJob';
import { caller, type JsonHandlers } from '../platform/http/call';

export const newYearHandlers = {
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
