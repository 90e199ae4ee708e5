import { tellCourseChanged } from '../courses/courseChanged';
import { listAccountRequests, settleRequest } from './accountRequests';
import { caller, type JsonHandlers } from '../platform/http/call';

export const requestHandlers = {
  listAccountRequests: ({ school }) => listAccountRequests(school.db),
  settleAccountRequest(call) {
    const { school, params, body } = call;
    const { courseId, ...settled } = settleRequest(school, caller(call).id, params.requestId, body.grants);
    tellCourseChanged(school, courseId);
    return settled;
  },
} satisfies Partial<JsonHandlers>;
