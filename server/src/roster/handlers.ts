import { keeperOf } from '@vestibul/core';
import { changeStudent, comeBack, leaveCourse, moveStudents, previewStudent } from './attendance';
import { askOffice } from './accountRequests';
import { makeSlips } from './slips';
import { joinRoster, previewRoster, readRoster } from './roster';
import { caller, type Call, type JsonHandlers } from '../platform/http/call';
import { change } from '../courses/change';

export const rosterHandlers = {
  readRoster: ({ school, params }) => readRoster(school.db, params.courseId),
  previewRoster: ({ school, params, body }) => previewRoster(school.db, params.courseId, body),

  joinRoster(call) {
    const result = joinRoster(
      call.school,
      { by: caller(call).id, keeper: keeperOf(call.access) },
      call.params.courseId,
      call.body,
    );
    return result;
  },

  makeSlips: (call) =>
    makeSlips(
      call.school,
      { by: caller(call).id, keeper: keeperOf(call.access) },
      call.params.courseId,
      call.body.periodIds,
    ),
  askOffice(call) {
    askOffice(call.school, caller(call).id, call.params.courseId, call.body);
    return {};
  },

  moveStudents(call) {
    const { courseId } = call.params;
    const result = moveStudents(call.school, caller(call).id, courseId, call.body);
    return result;
  },
  leaveCourse: change<Call<'leaveCourse'>>((school, by, course, { params }) => {
    leaveCourse(school, by, course, params.studentId);
  }),
  comeBack: change<Call<'comeBack'>>((school, by, course, { params, body }) => {
    comeBack(school, by, course, params.studentId, body.periodId);
  }),
  previewStudent: ({ school, params, body }) =>
    previewStudent(school, params.courseId, params.studentId, body),
  changeStudent(call) {
    const { courseId, studentId } = call.params;
    const result = changeStudent(
      call.school,
      { by: caller(call).id, keeper: keeperOf(call.access) },
      courseId,
      studentId,
      call.body,
    );
    return result;
  },
} satisfies Partial<JsonHandlers>;
