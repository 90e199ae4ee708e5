import { listAccountRequests, settleRequest } from './accountRequests';
import { caller, type JsonHandlers } from '../platform/http/call';

export const requestHandlers = {
  listAccountRequests: ({ school }) => listAccountRequests(school.db),
  settleAccountRequest(call) {
    const { school, params, body } = call;
    return settleRequest(school, caller(call).id, params.requestId, body.grants);
  },
} satisfies Partial<JsonHandlers>;
