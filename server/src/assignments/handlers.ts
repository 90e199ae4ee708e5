import { Failure } from '../platform/failure';
import {
  changeAssignment,
  dropAssignment,
  findAssignment,
  makeAssignment,
  readAssignment,
} from './assignments';
import { copyAssignments } from './copies';
import { moveDue, moveDues } from './ownDues';
import { reaches } from '@vestibul/core';
import { accessOf } from '../access/access';
import { caller, type JsonHandlers } from '../platform/http/call';

export const assignmentHandlers = {
  makeAssignment(call) {
    const id = makeAssignment(call.school, caller(call).id, call.params.courseId, call.body);
    call.school.signals.mayAppear.tell();
    return { id };
  },
  changeAssignment(call) {
    const { school, params, body } = call;
    changeAssignment(school, caller(call).id, params.assignmentId, body);
    school.signals.mayAppear.tell();
    return {};
  },
  copyAssignments(call) {
    const { school, params, body } = call;
    // Copying shows what is copied, so it takes the same right in the course that it comes from.
    for (const id of body.assignmentIds) {
      const { courseId } = findAssignment(school.db, id);
      const { level } = accessOf(school, caller(call).id, { kind: 'desk', course: courseId });
      if (!reaches(level, 'view')) throw new Failure('not-allowed');
    }
    const copied = copyAssignments(school, caller(call).id, params.courseId, body.assignmentIds);
    return { copied };
  },
  dropAssignment(call) {
    const { school, params } = call;
    dropAssignment(school, caller(call).id, params.assignmentId);
    return {};
  },
  readAssignment: ({ school, params }) => readAssignment(school.db, params.assignmentId),
  moveDue(call) {
    const { assignmentId, studentId } = call.params;
    moveDue(call.school, caller(call).id, assignmentId, studentId, call.body);
    return {};
  },
  moveDues(call) {
    moveDues(call.school, caller(call).id, call.params.assignmentId, call.body);
    return {};
  },
} satisfies Partial<JsonHandlers>;
