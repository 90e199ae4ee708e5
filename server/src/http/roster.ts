import { makeWelcomeLink, welcomePath } from '../auth/sessions';
import { changeStudent, comeBack, leaveCourse, previewStudent } from '../store/attendance';
import { together } from '../store/database';
import { joinRoster, listWithoutPassword, previewRoster, readRoster } from '../store/roster';
import { caller, type JsonHandlers } from './call';
import { tellStaff } from './tell';

export const rosterHandlers = {
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

  leaveCourse(call) {
    const { courseId, studentId } = call.params;
    leaveCourse(call.school, caller(call).id, courseId, studentId);
    tellStaff(call.school, courseId);
    return {};
  },
  comeBack(call) {
    const { courseId, studentId } = call.params;
    comeBack(call.school, caller(call).id, courseId, studentId, call.body.periodId);
    tellStaff(call.school, courseId);
    return {};
  },
  previewStudent: ({ school, params, body }) =>
    previewStudent(school, params.courseId, params.studentId, body),
  changeStudent(call) {
    const { courseId, studentId } = call.params;
    const result = changeStudent(call.school, caller(call).id, courseId, studentId, call.body);
    tellStaff(call.school, courseId);
    return result;
  },
} satisfies Partial<JsonHandlers>;
