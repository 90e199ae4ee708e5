import { randomUUID } from 'node:crypto';
import type { AssignmentId, CourseId, PersonId } from '@vestibul/core';
import { all, handBack, recordInClass, setScore, type School } from '@vestibul/server';

/** Somebody who handed in nothing for the hedgerow survey told the class about theirs instead; it is scored and handed back. */
export async function showInClass(school: School, by: PersonId, course: CourseId): Promise<void> {
  const [missing] = all<{ student: PersonId; assignment: AssignmentId }>(
    school.db,
    `SELECT e.student_id AS student, a.id AS assignment
     FROM assignment a JOIN assignment_due d ON d.assignment_id = a.id
     JOIN period h ON h.id = d.period_id AND h.number = 7
     JOIN enrolment e ON e.course_id = a.course_id AND e.period_id = h.id AND e.left_at IS NULL AND e.joined_at < d.due_at
     JOIN person p ON p.id = e.student_id
     WHERE a.course_id = ? AND a.title = 'Hedgerow survey'
       AND NOT EXISTS (SELECT 1 FROM submission s WHERE s.assignment_id = a.id AND s.student_id = e.student_id)
     ORDER BY p.sort_key, p.id LIMIT 1`,
    [course],
  );
  if (!missing) return;
  const work = await recordInClass(school, by, missing.assignment, missing.student, {
    key: randomUUID(),
    words: 'Told the class about the hedge at the mill: eleven kinds of shrub, with a drawing on the board.',
    atLocal: null,
  });
  const step = { kind: 'points' as const, points: 8.5, was: null };
  setScore(school, by, work.submissionId, { attempt: work.attempt, step });
  handBack(school, by, course, [work]);
}
