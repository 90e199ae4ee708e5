import { useParams, useSearchParams } from 'react-router';
import type { CourseId } from '@vestibul/core';
import { api } from '../../state/api';
import { choosePeriods } from './periods';

/** The course and the periods that the address names. */
export function useCoursePage() {
  const { courseId = '' } = useParams();
  const [search] = useSearchParams();
  const course = api.useReadCourseQuery({ params: { courseId: courseId as CourseId } });
  return { course, period: choosePeriods(course.data ?? { periods: [] }, search.get('period')) };
}
