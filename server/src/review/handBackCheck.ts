import {
  groupBy,
  makeHandBackCheck,
  type AssignmentId,
  type PersonId,
  type Scoring,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { findAssignment } from '../assignments/assignments';
import { all, type Database } from '../platform/database/database';
import { nameColumns, type PersonName } from '../school/people';

interface ReviewedRow {
  submissionId: SubmissionId;
  attempt: number;
  student: PersonId;
  points: number | null;
}

/** SQL: whether submission `s` is of an assignment, reviewed and not handed back. */
const REVIEWED = 's.assignment_id = ? AND s.reviewed_at IS NOT NULL AND s.handed_back_at IS NULL';

/** What can be doubted of the work of an assignment that is reviewed, before it is handed back; work without a doubt is left out. */
export function checkHandBack(db: Database, assignment: AssignmentId): AnswerOf<'checkHandBack'> {
  const { courseId, scoring } = findAssignment(db, assignment);
  const reviewed = all<ReviewedRow>(
    db,
    `SELECT s.id AS submissionId, s.attempt, s.student_id AS student, s.points FROM submission s WHERE ${REVIEWED}`,
    [assignment],
  );
  const said = textsOf(
    db,
    assignment,
    `SELECT s.id, c.text FROM submission s JOIN comment c ON c.submission_id = s.id AND c.attempt = s.attempt
     WHERE ${REVIEWED} AND c.answers_id IS NULL`,
  );
  const files = textsOf(
    db,
    assignment,
    `SELECT s.id, q.original_name AS text FROM submission s JOIN piece q ON q.submission_id = s.id AND q.attempt = s.attempt
     WHERE ${REVIEWED}`,
  );
  const people = all<PersonName>(
    db,
    `SELECT ${nameColumns} FROM enrolment e JOIN person p ON p.id = e.student_id WHERE e.course_id = ?`,
    [courseId],
  );
  const doubtsOf = makeHandBackCheck(people);
  const nameOf = new Map(people.map((person) => [person.id, person]));
  return reviewed.flatMap(({ submissionId, attempt, student, points }) => {
    const doubts = doubtsOf({
      student,
      comments: (said.get(submissionId) ?? []).map(({ text }) => text),
      fileNames: (files.get(submissionId) ?? []).map(({ text }) => text),
      score: scoreOf(scoring, points),
    }).map(({ kind, who }) => ({ kind, who: who && nameOf.get(who)! }));
    return doubts.length > 0 ? [{ submissionId, attempt, doubts }] : [];
  });
}

const scoreOf = (scoring: Scoring, points: number | null) =>
  scoring.kind === 'none' ? 'not wanted' : points === null ? 'missing' : 'given';

/** Texts of the reviewed attempts of an assignment, by submission. */
function textsOf(db: Database, assignment: AssignmentId, query: string) {
  const rows = all<{ id: SubmissionId; text: string }>(db, query, [assignment]);
  return groupBy(rows, ({ id }) => id);
}
