import { readCourse } from './readCourse';
import type { JsonHandlers } from '../platform/http/call';

export const pageHandlers = {
  readCourse({ school, params, role }) {
    const isStaff = role === 'teacher' || role === 'co-teacher' || role === 'aide';
    return readCourse(school, params.courseId, isStaff ? role : 'office');
  },
} satisfies Partial<JsonHandlers>;
