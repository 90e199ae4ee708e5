import { noteAppeared } from '../assignments/assignments';
import type { AssignmentId, CourseId, PersonId } from '@vestibul/core';
import type { School } from '../platform/School';
import { isForTheirGroup } from '../assignments/assignmentList';
import { handOutTo } from './blanks';
import { tellStaff } from '../courses/tellStaff';
import { all, together } from '../platform/database/database';
import { repeat } from '../platform/repeat';

/** How often it is looked whether an assignment's time to be seen has come, in milliseconds. */
const EVERY_MS = 10_000;

/**
 * Does what is to happen when students first see an assignment: its blanks are handed out, open pages read it, and, where
 * its teacher wants that, its students are told. Returns how many assignments appeared. Safe to repeat.
 */
export function appearDue(school: School): number {
  const due = all<{ id: AssignmentId; courseId: CourseId; title: string; tells: number }>(
    school.db,
    `SELECT id, course_id AS courseId, title, tells FROM assignment
     WHERE appeared_at IS NULL AND visible_at IS NOT NULL AND visible_at <= ?`,
    [school.now()],
  );
  for (const assignment of due) {
    together(school.db, () => {
      noteAppeared(school.db, assignment.id, school.now());
      handOutTo(school, 'system', assignment.courseId);
    });
    tellStaff(school, assignment.courseId);
    for (const { id } of studentsGiven(school, assignment.id)) {
      school.bus.tell({ person: id }, { kind: 'mine', assignmentId: assignment.id });
      if (assignment.tells === 1)
        school.bus.tell(
          { person: id },
          { kind: 'word', says: 'published', assignmentId: assignment.id, title: assignment.title },
        );
    }
  }
  return due.length;
}

/** Whom an assignment is given to: by their period or for themselves alone, and by their small group. */
function studentsGiven(school: School, id: AssignmentId): { id: PersonId }[] {
  return all(
    school.db,
    `SELECT e.student_id AS id FROM assignment a JOIN enrolment e ON e.course_id = a.course_id AND e.left_at IS NULL
     WHERE a.id = :id AND ${isForTheirGroup} AND (
       EXISTS (SELECT 1 FROM assignment_due d WHERE d.assignment_id = a.id AND d.period_id = e.period_id)
       OR EXISTS (SELECT 1 FROM own_due o WHERE o.assignment_id = a.id AND o.student_id = e.student_id AND o.due_at IS NOT NULL))`,
    { id },
  );
}

/** Looks again and again while the server runs; the answer ends that. */
export function watchForAppearing(school: School): () => void {
  appearDue(school);
  return repeat(school, EVERY_MS, () => appearDue(school));
}
