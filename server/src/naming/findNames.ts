import type { AssignmentId, CourseId, NameSubject, PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, plainName, type Database } from '../platform/database/database';
import { listNameables, type Nameable } from './nameables';
import { findNamed, type CourseNaming } from './naming';
import { nameColumns, nameOf, type PersonName } from '../school/people';

/** How many things a search shows, and how many students and assignments among them. */
const SHOWN = 20;
const SHOWN_OF_EACH = 4;
/** Fewer letters than these are in nearly everything. */
const SHORTEST = 3;
/** Words that are looked at; nobody types more to find something. */
const MOST_WORDS = 8;

type Hit = AnswerOf<'findNames'>[number];

/**
 * Students, assignments, folders and pieces of a course in which all these words are, in any order, whatever their case and
 * marks: in a name that a thing has, had or came with, in its student's name, number or account, in its assignment's title.
 * The likeliest first. Fewer than three letters find nothing.
 */
export function findNames(school: School, course: CourseId, text: string): Hit[] {
  const words = [...new Set(plainName(text).split(/\s+/))].filter(Boolean).slice(0, MOST_WORDS);
  if ([...words.join('')].length < SHORTEST) return [];
  const { db } = school;
  const students = listSearched<PersonId>(
    db,
    `SELECT e.student_id AS id, p.last || ' ' || p.first || ' ' || p.called || ' ' || p.number || ' ' || p.username AS text
     FROM enrolment e JOIN person p ON p.id = e.student_id WHERE e.course_id = ? ORDER BY p.sort_key, p.id`,
    course,
  );
  const assignments = listSearched<AssignmentId>(
    db,
    'SELECT id, title AS text FROM assignment WHERE course_id = ? ORDER BY title, id',
    course,
  );
  return [
    ...withAll(words, students)
      .slice(0, SHOWN_OF_EACH)
      .map(({ id }): Hit => studentHit(nameOf(db, id))),
    ...withAll(words, assignments)
      .slice(0, SHOWN_OF_EACH)
      .map(({ id, text: title }): Hit => assignmentHit(id, title)),
    ...findThings(school, course, words, students, assignments),
  ].slice(0, SHOWN);
}

interface Searched<Id extends string> {
  id: Id;
  text: string;
  plain: string;
}

function listSearched<Id extends string>(db: Database, sql: string, course: CourseId): Searched<Id>[] {
  return all<{ id: Id; text: string }>(db, sql, [course]).map((row) => ({
    ...row,
    plain: plainName(row.text),
  }));
}

const withAll = <Id extends string>(words: readonly string[], things: readonly Searched<Id>[]) =>
  things.filter(({ plain }) => words.every((word) => plain.includes(word)));

const studentHit = (student: PersonName): Hit => ({
  subject: 'student',
  id: student.id,
  matched: '',
  name: '',
  student,
  assignmentId: null,
  assignment: null,
});

const assignmentHit = (id: AssignmentId, title: string): Hit => ({
  subject: 'assignment',
  id,
  matched: title,
  name: title,
  student: null,
  assignmentId: id,
  assignment: title,
});

/** Folders and pieces in whose names, or in whose student's name or assignment's title, all words are. */
function findThings(
  school: School,
  course: CourseId,
  words: readonly string[],
  students: readonly Searched<PersonId>[],
  assignments: readonly Searched<AssignmentId>[],
): Hit[] {
  const idsWith = (word: string, things: readonly Searched<string>[]) =>
    JSON.stringify(things.filter(({ plain }) => plain.includes(word)).map(({ id }) => id));
  const inName = words.map((_word, i) => `instr(n.plain, :word${i}) > 0`);
  const found = all<{ subject: NameSubject; id: string; matched: string }>(
    school.db,
    // Of names that hold them the one in which they are most of the name is the likeliest, and what counts before what does not.
    `SELECT n.subject, n.subject_id AS id, n.name AS matched FROM found_name n
     LEFT JOIN piece q ON n.subject = 'file' AND q.id = n.subject_id LEFT JOIN submission s ON s.id = q.submission_id
     LEFT JOIN folder f ON n.subject = 'folder' AND f.id = n.subject_id
     WHERE n.course_id = :course AND ${words
       .map(
         (
           _word,
           i,
         ) => `(${inName[i]!} OR COALESCE(s.student_id, f.student_id) IN (SELECT value FROM json_each(:students${i}))
           OR s.assignment_id IN (SELECT value FROM json_each(:assignments${i})))`,
       )
       .join(' AND ')}
     ORDER BY ${inName.map((test) => `(${test})`).join(' + ')} DESC, COALESCE(q.attempt = s.attempt, 1) DESC, length(n.plain),
       instr(n.plain, :word0), n.plain LIMIT :limit`,
    {
      course,
      limit: SHOWN * 4,
      ...Object.fromEntries(
        words.flatMap((word, i) => [
          [`word${i}`, word],
          [`students${i}`, idsWith(word, students)],
          [`assignments${i}`, idsWith(word, assignments)],
        ]),
      ),
    },
  );
  const seen = new Set<string>();
  return found
    .filter(({ id }) => !seen.has(id) && seen.add(id))
    .slice(0, SHOWN)
    .flatMap(({ subject, id, matched }) => {
      const thing = subject === 'folder' ? folderFound(school, id) : pieceFound(school, id);
      if (!thing) return [];
      const { name, assignmentId, assignment, ...student } = thing;
      return [{ subject, id, matched, name, student, assignmentId, assignment }];
    });
}

type Found = PersonName & {
  name: string;
  assignmentId: AssignmentId | null;
  assignment: string | null;
};

function folderFound(school: School, id: string): Found | undefined {
  return one(
    school.db,
    `SELECT ${nameColumns}, f.name, NULL AS assignmentId, NULL AS assignment
     FROM folder f JOIN person p ON p.id = f.student_id WHERE f.id = ?`,
    [id],
  );
}

function pieceFound(school: School, id: string): Found | undefined {
  return one(
    school.db,
    `SELECT ${nameColumns}, q.name, a.id AS assignmentId, a.title AS assignment
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
