import type { CourseId, PersonId } from '@vestibul/core';
import type { School } from '../platform/School';
import { caller, type Call } from '../platform/http/call';

type InCourse = Call<
  'changeCourse' | 'giveCourse' | 'addStaff' | 'changeStaff' | 'removeStaff' | 'leaveCourse' | 'comeBack'
>;

/** The shape of every change of a course that answers with nothing. */
export function change<OnCourse extends InCourse>(
  work: (school: School, by: PersonId, course: CourseId, call: OnCourse) => void,
) {
  return (call: OnCourse) => {
    work(call.school, caller(call).id, call.params.courseId, call);
    return {};
  };
}
