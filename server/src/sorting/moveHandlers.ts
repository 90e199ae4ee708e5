import { movePlacing } from './movePlacing';
import { caller, type JsonHandlers } from '../platform/http/call';
import { tellStaff } from '../courses/tellStaff';
import { tellOfSubmission } from '../submissions/tellOfSubmission';

export const moveHandlers = {
  movePlacing(call) {
    const { school, params, body } = call;
    const moved = movePlacing(school, caller(call).id, params.submissionId, body);
    for (const id of new Set(moved.submissions)) tellOfSubmission(school, id);
    tellStaff(school, moved.course);
    return {};
  },
} satisfies Partial<JsonHandlers>;
