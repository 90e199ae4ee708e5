import { workPaths, type AssignmentId, type Instant, type PersonId, type Sha256 } from '@vestibul/core';
import { findAssignment } from '../assignments/assignments';
import type { Call } from '../platform/http/call';
import { Failure } from '../platform/failure';
import { sendZip } from '../platform/http/sendZip';
import { all, type Database } from '../platform/database/database';
import { nameColumns, type PersonName } from '../school/people';

interface WorkPiece extends PersonName {
  period: string;
  folder: string;
  name: string;
  sha256: Sha256;
  at: Instant;
}

/** What is in for an assignment in the attempts that count, of these students or of all, in the order of their names. */
export function listWork(
  db: Database,
  assignment: AssignmentId,
  students: readonly PersonId[] | null,
): WorkPiece[] {
  const wanted = students && new Set(students);
  return all<WorkPiece>(
    db,
    `SELECT ${nameColumns}, d.label AS period, COALESCE(f.name, '') AS folder, q.name, q.sha256, s.turned_in_at AS at
     FROM submission s JOIN piece q ON q.submission_id = s.id AND q.attempt = s.attempt
     JOIN person p ON p.id = s.student_id
     JOIN enrolment e ON e.course_id = s.course_id AND e.student_id = s.student_id
     JOIN period d ON d.id = e.period_id
     LEFT JOIN folder f ON f.course_id = s.course_id AND f.student_id = s.student_id
     WHERE s.assignment_id = ? ORDER BY d.number, p.sort_key, p.id, q.n`,
    [assignment],
  ).filter(({ id }) => !wanted || wanted.has(id));
}

/** The work of an assignment as one ZIP, by period and turn-in folder, under the proper names. */
export async function sendWork({ school, params, query, response }: Call<'readWork'>): Promise<void> {
  const pieces = listWork(school.db, params.assignmentId, query.students);
  if (pieces.length === 0) throw new Failure('nothing-in');
  for (const { sha256, name } of pieces)
    if (!(await school.vault.has(sha256))) throw new Failure('bytes-missing', { name });
  const paths = workPaths(
    pieces.map(({ period, folder, name, last, first }) => ({
      folders: [period, folder || [last, first].filter(Boolean).join(', ')],
      name,
    })),
  );
  await sendZip(
    response,
    `${findAssignment(school.db, params.assignmentId).title}.zip`,
    pieces.map(({ sha256, at }, index) => ({ path: paths[index]!, at, file: school.vault.pathOf(sha256) })),
  );
}
