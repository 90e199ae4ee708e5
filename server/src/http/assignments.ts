import { Failure } from '../failure';
import { readTableLater, tellCourseChanged } from '../pile/teach';
import {
  changeAssignment,
  copyAssignments,
  dropAssignment,
  findAssignment,
  makeAssignment,
  readAssignment,
} from '../store/assignments';
import { findBlank, handOut, keepBlank, listBlanks, listCopies, putAwayBlank } from '../store/blanks';
import { moveDue } from '../store/ownDues';
import { roleOnStaff } from '../store/staff';
import { caller, type JsonHandlers } from './call';
import { tellAll, tellStaff } from './tell';

export const assignmentHandlers = {
  makeAssignment(call) {
    const id = makeAssignment(call.school, caller(call).id, call.params.courseId, call.body);
    tellAll(call.school, call.params.courseId);
    readTableLater(call.school, call.params.courseId);
    return { id };
  },
  changeAssignment(call) {
    const { school, params, body } = call;
    const course = changeAssignment(school, caller(call).id, params.assignmentId, body);
    tellAll(school, course);
    readTableLater(school, course);
    return {};
  },
  copyAssignments(call) {
    const { school, params, body } = call;
    // Copying shows what is copied, so it takes the same right in the course that it comes from.
    for (const id of body.assignmentIds) {
      const role = roleOnStaff(school.db, findAssignment(school.db, id).courseId, caller(call).id);
      if (role === null) throw new Failure('not-allowed');
    }
    const copied = copyAssignments(school, caller(call).id, params.courseId, body.assignmentIds);
    tellCourseChanged(school, params.courseId);
    return { copied };
  },
  dropAssignment(call) {
    const { school, params } = call;
    tellCourseChanged(school, dropAssignment(school, caller(call).id, params.assignmentId));
    return {};
  },
  readAssignment: ({ school, params }) => readAssignment(school.db, params.assignmentId),
  moveDue(call) {
    const { assignmentId, studentId } = call.params;
    tellStaff(call.school, moveDue(call.school, caller(call).id, assignmentId, studentId, call.body));
    call.school.bus.tell({ person: studentId }, { kind: 'mine', assignmentId });
    return {};
  },

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
