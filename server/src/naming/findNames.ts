import type { AssignmentId, CourseId, NameSubject, PersonId, SubmissionId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, plainName } from '../platform/database/database';
import { listNameables, type Nameable } from './nameables';
import { findNamed, type CourseNaming } from './naming';
import { nameColumns, type PersonName } from '../school/people';

/** How many things a search shows. */
const SHOWN = 20;
/** Fewer letters than these are in nearly every name. */
const SHORTEST = 3;

/**
 * Folders and pieces of a course that have, had or came with a name that holds this text, whatever its case and marks;
 * the likeliest first. A text of fewer than three letters finds nothing.
 */
export function findNames(school: School, course: CourseId, text: string): AnswerOf<'findNames'> {
  const wanted = plainName(text).trim();
  if ([...wanted].length < SHORTEST) return [];
  const found = all<{ subject: NameSubject; id: string; matched: string }>(
    school.db,
    // Of names that hold it the one in which it is most of the name, and nearest to its start, is the likeliest.
    `SELECT subject, subject_id AS id, name AS matched FROM found_name
     WHERE course_id = :course AND instr(plain, :text) > 0
     ORDER BY length(plain), instr(plain, :text), plain LIMIT :limit`,
    { text: wanted, course, limit: SHOWN * 4 },
  );
  const seen = new Set<string>();
  return found
    .filter(({ id }) => !seen.has(id) && seen.add(id))
    .slice(0, SHOWN)
    .flatMap(({ subject, id, matched }) => {
      const thing = subject === 'folder' ? folderFound(school, id) : pieceFound(school, id);
      if (!thing) return [];
      const { name, submissionId, assignmentId, assignment, ...student } = thing;
      return [{ subject, id, matched, name, student, submissionId, assignmentId, assignment }];
    });
}

type Found = PersonName & {
  name: string;
  submissionId: SubmissionId | null;
  assignmentId: AssignmentId | null;
  assignment: string | null;
};

function folderFound(school: School, id: string): Found | undefined {
  return one(
    school.db,
    `SELECT ${nameColumns}, f.name, NULL AS submissionId, NULL AS assignmentId, NULL AS assignment
     FROM folder f JOIN person p ON p.id = f.student_id WHERE f.id = ?`,
    [id],
  );
}

function pieceFound(school: School, id: string): Found | undefined {
  return one(
    school.db,
    `SELECT ${nameColumns}, q.name, s.id AS submissionId, a.id AS assignmentId, a.title AS assignment
     FROM piece q JOIN submission s ON s.id = q.submission_id JOIN person p ON p.id = s.student_id
     JOIN assignment a ON a.id = s.assignment_id WHERE q.id = ?`,
    [id],
  );
}

/** One folder or piece of a course with what its rule is filled with. Fails with `not-found`. */
export function requireNameable(
  school: School,
  naming: CourseNaming,
  subject: NameSubject,
  id: string,
): Nameable {
  const row = one<{ course: CourseId; student: PersonId }>(
    school.db,
    subject === 'folder'
      ? 'SELECT course_id AS course, student_id AS student FROM folder WHERE id = ?'
      : `SELECT s.course_id AS course, s.student_id AS student FROM piece q JOIN submission s ON s.id = q.submission_id
         WHERE q.id = ?`,
    [id],
  );
  const student = row && row.course === naming.course.id && findNamed(school.db, row.course, row.student);
  const thing = student && listNameables(school, naming, subject, student).find((known) => known.id === id);
  if (!thing) throw new Failure('not-found');
  return thing;
}
