import { requireBeginning } from '../store/beginYear';
import { changeCourse, listCourses, makeCourse, readCourse } from '../store/courses';
import { makeFolders } from '../store/folders';
import { addPeriod, changePeriod, putInGroup, setGroups } from '../store/periods';
import { changeSchool } from '../store/school';
import { addStaff, changeStaff, giveCourse, removeStaff } from '../store/staff';
import { changeYear, listYears, makeYear, planYear } from '../store/years';
import { runJob } from '../threads/runJob';
import { caller, type Call, type JsonHandlers } from './call';
import { change } from './change';
import { tellStaff } from './tell';

export const setUpHandlers = {
  changeSchool(call) {
    changeSchool(call.school, caller(call).id, call.body);
    return {};
  },

  listYears: ({ school }) => listYears(school),
  makeYear: (call) => ({ id: makeYear(call.school, caller(call).id, call.body) }),
  changeYear(call) {
    changeYear(call.school, caller(call).id, call.params.yearId, call.body);
    return {};
  },
  planYear: (call) => planYear(call.school, call.params.yearId, call.query.from, caller(call)),
  // A school's worth of courses takes seconds: in a thread, with the gate held, so that reading goes on meanwhile.
  async beginYear(call) {
    const { school, params, body } = call;
    const { id, standing } = caller(call);
    requireBeginning(school, { id, standing }, params.yearId, body.courses);
    const input = { person: { id, standing }, yearId: params.yearId, courses: body.courses };
    return {
      courses: await school.gate.hold(() => runJob('beginYear', { school: school.forThread, ...input })),
    };
  },

  listCourses: (call) => listCourses(call.school, caller(call)),
  makeCourse: (call) => ({ id: makeCourse(call.school, caller(call).id, call.body) }),
  readCourse({ school, params, role }) {
    const isStaff = role === 'teacher' || role === 'co-teacher' || role === 'aide';
    return readCourse(school, params.courseId, isStaff ? role : 'office');
  },
  changeCourse: change<Call<'changeCourse'>>((school, by, course, { body }) =>
    changeCourse(school, by, course, body),
  ),
  giveCourse: change<Call<'giveCourse'>>((school, by, course, { body }) =>
    giveCourse(school, by, course, body.personId),
  ),

  addPeriod(call) {
    const id = addPeriod(call.school, caller(call).id, call.params.courseId, call.body);
    tellStaff(call.school, call.params.courseId);
    return { id };
  },
  changePeriod(call) {
    tellStaff(call.school, changePeriod(call.school, caller(call).id, call.params.periodId, call.body));
    return {};
  },
  setGroups(call) {
    tellStaff(call.school, setGroups(call.school, caller(call).id, call.params.periodId, call.body));
    return {};
  },
  putInGroup(call) {
    tellStaff(call.school, putInGroup(call.school, caller(call).id, call.params.periodId, call.body));
    return {};
  },

  addStaff: change<Call<'addStaff'>>((school, by, course, { role, body }) =>
    addStaff(school, { by, role }, course, body),
  ),
  changeStaff: change<Call<'changeStaff'>>((school, by, course, { role, params, body }) =>
    changeStaff(school, { by, role }, course, params.personId, body.role),
  ),
  removeStaff: change<Call<'removeStaff'>>((school, by, course, { role, params }) =>
    removeStaff(school, { by, role }, course, params.personId),
  ),

  makeFolders(call) {
    const result = makeFolders(call.school, caller(call).id, call.params.courseId);
    tellStaff(call.school, call.params.courseId);
    return result;
  },
} satisfies Partial<JsonHandlers>;
