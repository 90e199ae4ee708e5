import { changeCourse, listCourses, makeCourse } from './courses';
import { addPeriod, changePeriod, putInGroup, setGroups } from './periods';
import { addStaff, changeStaff, giveCourse, removeStaff } from './staff';
import { caller, type Call, type JsonHandlers } from '../platform/http/call';
import { change } from './change';

export const courseHandlers = {
  listCourses: (call) => listCourses(call.school, caller(call)),
  makeCourse: (call) => ({ id: makeCourse(call.school, caller(call).id, call.body) }),
  changeCourse: change<Call<'changeCourse'>>((school, by, course, { body }) =>
    changeCourse(school, by, course, body),
  ),
  giveCourse: change<Call<'giveCourse'>>((school, by, course, { body }) =>
    giveCourse(school, by, course, body.personId),
  ),
  addPeriod(call) {
    const id = addPeriod(call.school, caller(call).id, call.params.courseId, call.body);
    return { id };
  },
  changePeriod(call) {
    changePeriod(call.school, caller(call).id, call.params.periodId, call.body);
    return {};
  },
  setGroups(call) {
    setGroups(call.school, caller(call).id, call.params.periodId, call.body);
    return {};
  },
  putInGroup(call) {
    putInGroup(call.school, caller(call).id, call.params.periodId, call.body);
    return {};
  },
  addStaff: change<Call<'addStaff'>>((school, by, course, { access, body }) =>
    addStaff(school, { by, level: access.level }, course, body),
  ),
  changeStaff: change<Call<'changeStaff'>>((school, by, course, { access, params, body }) =>
    changeStaff(school, { by, level: access.level }, course, params.personId, body.role),
  ),
  removeStaff: change<Call<'removeStaff'>>((school, by, course, { access, params }) =>
    removeStaff(school, { by, level: access.level }, course, params.personId),
  ),
} satisfies Partial<JsonHandlers>;
