import { makeWelcomeLink, welcomePath } from '../auth/sessions';
import { readTableLater, tellCourseChanged } from '../pile/teach';
import { changeStudent, comeBack, leaveCourse, previewStudent } from '../store/attendance';
import { together } from '../store/database';
import { joinRoster, listWithoutPassword, previewRoster, readRoster } from '../store/roster';
import { caller, type Call, type JsonHandlers } from './call';
import { change } from './change';

export const rosterHandlers = {
  readRoster: ({ school, params }) => readRoster(school.db, params.courseId),
  previewRoster: ({ school, params, body }) => previewRoster(school.db, params.courseId, body),

  joinRoster(call) {
    const result = joinRoster(call.school, caller(call).id, call.params.courseId, call.body);
    tellCourseChanged(call.school, call.params.courseId);
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

  leaveCourse: change<Call<'leaveCourse'>>((school, by, course, { params }) => {
    leaveCourse(school, by, course, params.studentId);
    readTableLater(school, course);
  }),
  comeBack: change<Call<'comeBack'>>((school, by, course, { params, body }) => {
    comeBack(school, by, course, params.studentId, body.periodId);
    readTableLater(school, course);
  }),
  previewStudent: ({ school, params, body }) =>
    previewStudent(school, params.courseId, params.studentId, body),
  changeStudent(call) {
    const { courseId, studentId } = call.params;
    const result = changeStudent(call.school, caller(call).id, courseId, studentId, call.body);
    tellCourseChanged(call.school, courseId);
    return result;
  },
} satisfies Partial<JsonHandlers>;
