import { decideAgain, movePlacing } from './movePlacing';
import { findSubmission } from '../submissions/submissions';
import { caller, type JsonHandlers } from '../platform/http/call';
import { tellStaff } from '../courses/tellStaff';
import { tellOfSubmission } from '../submissions/tellOfSubmission';

export const moveHandlers = {
  movePlacing(call) {
    const { school, params, body } = call;
    const moved = movePlacing(school, caller(call).id, params.submissionId, body);
    for (const id of new Set(moved.submissions)) tellOfSubmission(school, id);
    tellStaff(school, moved.course);
    const submissionId = moved.submissions.at(-1)!;
    return { submissionId, attempt: findSubmission(school.db, submissionId).attempts };
  },
  decideAgain(call) {
    const { school, params } = call;
    const { submission, course } = decideAgain(school, caller(call).id, params.deliveryId);
    if (submission) tellOfSubmission(school, submission);
    tellStaff(school, course);
    return {};
  },
} satisfies Partial<JsonHandlers>;
