import { Failure } from '../platform/failure';
import { tellCourseChanged } from '../courses/courseChanged';
import {
  changeAssignment,
  copyAssignments,
  dropAssignment,
  findAssignment,
  makeAssignment,
  readAssignment,
} from './assignments';
import { moveDue } from './ownDues';
import { reaches } from '@vestibul/core';
import { accessOf } from '../access/access';
import { caller, type JsonHandlers } from '../platform/http/call';
import { tellStaff } from '../courses/tellStaff';
import { tellAll } from './tellAll';

export const assignmentHandlers = {
  makeAssignment(call) {
    const id = makeAssignment(call.school, caller(call).id, call.params.courseId, call.body);
    tellAll(call.school, call.params.courseId);
    call.school.signals.courseChanged.tell(call.params.courseId);
    return { id };
  },
  changeAssignment(call) {
    const { school, params, body } = call;
    const course = changeAssignment(school, caller(call).id, params.assignmentId, body);
    tellAll(school, course);
    school.signals.courseChanged.tell(course);
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
} satisfies Partial<JsonHandlers>;
