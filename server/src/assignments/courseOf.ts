import type { AssignmentId, CourseId } from '@vestibul/core';
import { one, type Database } from '../platform/database/database';

/** The course that an assignment belongs to, for telling the staff of it. */
export function courseOf(db: Database, assignment: AssignmentId): CourseId | undefined {
  return one<{ id: CourseId }>(db, 'SELECT course_id AS id FROM assignment WHERE id = ?', [assignment])?.id;
}
