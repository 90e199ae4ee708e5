import { courseOf } from '../auth/access';
import { Failure } from '../failure';
import {
  changeAssignment,
  copyAssignments,
  dropAssignment,
  findAssignment,
  makeAssignment,
  readAssignment,
} from '../store/assignments';
import { handOut, keepBlank, listBlanks, listCopies, putAwayBlank } from '../store/blanks';
import { moveDue } from '../store/ownDues';
import { roleOnStaff } from '../store/staff';
import { one } from '../store/database';
import type { CourseId } from '@vestibul/core';
import { caller, type JsonHandlers } from './call';
import { tellAll, tellStaff } from './tell';

export const assignmentHandlers = {
  makeAssignment(call) {
    const id = makeAssignment(call.school, caller(call).id, call.params.courseId, call.body);
    tellAll(call.school, call.params.courseId);
    return { id };
  },
  changeAssignment(call) {
    changeAssignment(call.school, caller(call).id, call.params.assignmentId, call.body);
    const course = courseOf(call.school.db, call.params.assignmentId);
    if (course) tellAll(call.school, course);
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
    tellStaff(school, params.courseId);
    return { copied };
  },
  dropAssignment(call) {
    tellStaff(call.school, dropAssignment(call.school, caller(call).id, call.params.assignmentId));
    return {};
  },
  readAssignment: ({ school, params }) => readAssignment(school.db, params.assignmentId),
  moveDue(call) {
    const { assignmentId, studentId } = call.params;
    moveDue(call.school, caller(call).id, assignmentId, studentId, call.body);
    const course = courseOf(call.school.db, assignmentId);
    if (course) tellStaff(call.school, course);
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
    const course = one<{ id: CourseId }>(call.school.db, 'SELECT course_id AS id FROM blank WHERE id = ?', [
      call.params.blankId,
    ]);
    if (course) tellStaff(call.school, course.id);
    return { handedOut };
  },
} satisfies Partial<JsonHandlers>;
