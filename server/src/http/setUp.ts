import { parseRule } from '@vestibul/core';
import { makeWelcomeLink, welcomePath } from '../auth/sessions';
import { Failure } from '../failure';
import { changeAssignment, makeAssignment, readAssignment } from '../store/assignments';
import {
  addPeriod,
  addStaff,
  listCourses,
  listYears,
  makeCourse,
  makeYear,
  readCourse,
  setRule,
} from '../store/courses';
import { together } from '../store/database';
import { makeFolders } from '../store/folders';
import { joinRoster, listWithoutPassword, previewRoster, readRoster } from '../store/roster';
import { courseOf } from '../auth/access';
import type { CourseId } from '@vestibul/core';
import type { School } from '../school';
import { caller, type JsonHandlers } from './call';

/** Has every open page of a course's staff read the course again. */
function tellStaff(school: School, courseId: CourseId): void {
  school.bus.tell({ staffOf: courseId }, { kind: 'course', courseId });
}

export const setUpHandlers = {
  listYears: ({ school }) => listYears(school.db),
  makeYear: (call) => ({ id: makeYear(call.school, caller(call).id, call.body) }),
  listCourses: (call) => listCourses(call.school.db, caller(call)),
  makeCourse: (call) => ({ id: makeCourse(call.school, caller(call).id, call.body) }),

  readCourse({ school, params, role }) {
    return readCourse(
      school.db,
      params.courseId,
      role === 'teacher' || role === 'co-teacher' ? role : 'office',
    );
  },

  addPeriod(call) {
    const id = addPeriod(call.school, caller(call).id, call.params.courseId, call.body);
    tellStaff(call.school, call.params.courseId);
    return { id };
  },

  addStaff(call) {
    addStaff(call.school, caller(call).id, call.params.courseId, call.body.email);
    return {};
  },

  readRoster: ({ school, params }) => readRoster(school.db, params.courseId),
  previewRoster: ({ school, params, body }) => previewRoster(school.db, params.courseId, body),

  joinRoster(call) {
    const result = joinRoster(call.school, caller(call).id, call.params.courseId, call.body);
    tellStaff(call.school, call.params.courseId);
    return result;
  },

  makeSlips({ school, params }) {
    return together(school.db, () =>
      listWithoutPassword(school.db, params.courseId).map((student) => ({
        ...student,
        link: welcomePath(makeWelcomeLink(school, student.id)),
      })),
    );
  },

  setRule(call) {
    const parsed = parseRule(call.body.rule);
    if (!parsed.ok) throw new Failure('bad-rule', { at: parsed.fault.at, found: parsed.fault.found });
    setRule(call.school, caller(call).id, call.params.courseId, call.params.subject, call.body.rule);
    tellStaff(call.school, call.params.courseId);
    return {};
  },

  makeFolders(call) {
    const result = makeFolders(call.school, caller(call).id, call.params.courseId);
    tellStaff(call.school, call.params.courseId);
    return result;
  },

  makeAssignment(call) {
    const id = makeAssignment(call.school, caller(call).id, call.params.courseId, call.body);
    tellStaff(call.school, call.params.courseId);
    return { id };
  },

  changeAssignment(call) {
    changeAssignment(call.school, caller(call).id, call.params.assignmentId, call.body);
    const course = courseOf(call.school.db, call.params.assignmentId);
    if (course) tellStaff(call.school, course);
    return {};
  },

  readAssignment: ({ school, params }) => readAssignment(school.db, params.assignmentId),
} satisfies Partial<JsonHandlers>;
