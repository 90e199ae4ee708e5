import { keeperOf, mayKeepAccount } from '@vestibul/core';
import { tellCourseChanged } from '../courses/courseChanged';
import { changeStudent, comeBack, leaveCourse, previewStudent } from './attendance';
import { askOffice, listWithoutPassword } from './accountRequests';
import { accountFacts, issueLink } from '../sign-in/accounts';
import { together } from '../platform/database/database';
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
    tellCourseChanged(call.school, call.params.courseId);
    return result;
  },

  makeSlips(call) {
    const { school, params, access } = call;
    return together(school.db, () => {
      const all = listWithoutPassword(school.db, params.courseId);
      const ours = all.filter(({ id }) =>
        mayKeepAccount(keeperOf(access), accountFacts(school.db, params.courseId, id)),
      );
      return {
        // Whoever prints slips leaves those of others as they are.
        slips: ours.map((student) => ({
          ...student,
          link: issueLink(school, caller(call).id, student.id, false),
        })),
        ofOffice: all.length - ours.length,
      };
    });
  },
  askOffice(call) {
    askOffice(call.school, caller(call).id, call.params.courseId, call.body);
    return {};
  },

  leaveCourse: change<Call<'leaveCourse'>>((school, by, course, { params }) => {
    leaveCourse(school, by, course, params.studentId);
    school.signals.courseChanged.tell(course);
  }),
  comeBack: change<Call<'comeBack'>>((school, by, course, { params, body }) => {
    comeBack(school, by, course, params.studentId, body.periodId);
    school.signals.courseChanged.tell(course);
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
    tellCourseChanged(call.school, courseId);
    return result;
  },
} satisfies Partial<JsonHandlers>;
