import { readCourse } from './readCourse';
import type { JsonHandlers } from '../platform/http/call';

export const pageHandlers = {
  readCourse({ school, params, access: { because } }) {
    return readCourse(school, params.courseId, because.kind === 'staff' ? because.role : 'office');
  },
} satisfies Partial<JsonHandlers>;
