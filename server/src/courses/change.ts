import type { CourseId, PersonId } from '@vestibul/core';
import type { School } from '../platform/School';
import { caller, type Call } from '../platform/http/call';
import { tellStaff } from './tellStaff';

type InCourse = Call<
  'changeCourse' | 'giveCourse' | 'addStaff' | 'changeStaff' | 'removeStaff' | 'leaveCourse' | 'comeBack'
>;

/** The shape of every change of a course that answers with nothing: do it, then have its staff's pages read it again. */
export function change<OnCourse extends InCourse>(
  work: (school: School, by: PersonId, course: CourseId, call: OnCourse) => void,
) {
  return (call: OnCourse) => {
    work(call.school, caller(call).id, call.params.courseId, call);
    tellStaff(call.school, call.params.courseId);
    return {};
  };
}
