import { decideAgain, movePlacing } from './movePlacing';
import { findSubmission } from '../submissions/submissions';
import { caller, type JsonHandlers } from '../platform/http/call';

export const moveHandlers = {
  movePlacing(call) {
    const { school, params, body } = call;
    const submissionId = movePlacing(school, caller(call).id, params.submissionId, body);
    return { submissionId, attempt: findSubmission(school.db, submissionId).attempts };
  },
  decideAgain(call) {
    const { school, params } = call;
    decideAgain(school, caller(call).id, params.deliveryId);
    return {};
  },
} satisfies Partial<JsonHandlers>;
