import type { AssignmentId, PersonId, SubmissionId } from '@vestibul/core';
import type { School } from '../platform/School';
import { one } from '../platform/database/database';
import { tellOfSubmission } from '../submissions/tellOfSubmission';

/** Shows work that came back on open pages, and says so to its student; of a hand-back, where the assignment's teacher wants that. */
export function tellOfReturn(school: School, id: SubmissionId, says: 'handed back' | 'sent back'): void {
  tellOfSubmission(school, id);
  const row = one<{ studentId: PersonId; assignmentId: AssignmentId; title: string; tells: number }>(
    school.db,
    `SELECT s.student_id AS studentId, a.id AS assignmentId, a.title, a.tells
     FROM submission s JOIN assignment a ON a.id = s.assignment_id WHERE s.id = ?`,
    [id],
  )!;
  if (row.tells === 1 || says === 'sent back')
    school.bus.tell(
      { person: row.studentId },
      { kind: 'word', says, assignmentId: row.assignmentId, title: row.title },
    );
}
