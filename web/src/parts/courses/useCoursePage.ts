import { useParams, useSearchParams } from 'react-router';
import type { CourseId } from '@vestibul/core';
import { api, type Course } from '../../state/api';

/** The course and the period that the address names. */
export function useCoursePage() {
  const { courseId = '' } = useParams();
  const [search] = useSearchParams();
  const course = api.useReadCourseQuery({ params: { courseId: courseId as CourseId } });
  return { course, period: choosePeriod(course.data, search.get('period')) };
}

/** The number of a period of the course, or `all`; the first one where the address names none that is there. */
function choosePeriod(course: Course | undefined, wanted: string | null): string {
  const numbers = (course?.periods ?? []).map((period) => String(period.number));
  if (wanted !== null && (wanted === 'all' || numbers.includes(wanted))) return wanted;
  return numbers[0] ?? 'all';
}
