import type { AssignmentId, Given, PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { findAssignment } from '../assignments/assignments';
import { all, type Database } from '../platform/database/database';

/**
 * The levels of the rubric that each student's attempt that counts has reached; none where the assignment has no rubric. What
 * was given by an earlier rubric is left out.
 */
export function readLevels(db: Database, assignment: AssignmentId): AnswerOf<'readLevels'> {
  const { scoring } = findAssignment(db, assignment);
  if (scoring.kind !== 'rubric') return { criteria: [], given: [] };
  const rows = all<{ studentId: PersonId; given: string }>(
    db,
    `SELECT s.student_id AS studentId, c.given FROM submission s JOIN assignment a ON a.id = s.assignment_id
     JOIN score c ON c.submission_id = s.id AND c.attempt = s.attempt AND c.scoring = a.scoring
       AND c.n = (SELECT MAX(l.n) FROM score l WHERE l.submission_id = s.id AND l.attempt = s.attempt)
     WHERE s.assignment_id = ? AND s.attempt > 0 AND c.given IS NOT NULL`,
    [assignment],
  );
  return {
    criteria: scoring.criteria.map(({ title, levels }) => ({
      title,
      levels: levels.map((level) => ({ title: level.title, points: level.points })),
    })),
    given: rows.flatMap(({ studentId, given }) => {
      const kept = JSON.parse(given) as Given;
      return kept.kind === 'rubric' ? [{ studentId, levels: [...kept.levels] }] : [];
    }),
  };
}
