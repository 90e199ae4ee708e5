import {
  nameKey,
  sha256Hex,
  writeUniqueName,
  type AssignmentId,
  type CourseId,
  type FolderId,
  type Instant,
  type NameValues,
  type PersonId,
  type PieceId,
  type Rule,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { timeZoneOf, type School } from '../school';
import { findAssignment } from './assignments';
import { all, one, run, type Database } from './database';
import { findCourse } from './courses';
import { folderRow, isFolderName, personValues, readStoredRule } from './folders';
import { writeEvent } from './ledger';
import { isPieceName, pieceValues } from './sitting';

/** Who somebody is to the naming rules. */
export interface NamedStudent {
  last: string;
  first: string;
  called: string;
  period: number;
}

/** What a student of a course is to its naming rules; undefined where they are not in it. */
export function namedStudent(db: Database, course: CourseId, student: PersonId): NamedStudent | undefined {
  return one(
    db,
    `SELECT p.last, p.first, p.called, h.number AS period
     FROM enrolment e JOIN person p ON p.id = e.student_id JOIN period h ON h.id = e.period_id
     WHERE e.course_id = ? AND e.student_id = ?`,
    [course, student],
  );
}

type NewName = AnswerOf<'previewStudent'>['names'][number];

interface Rename extends NewName {
  subjectId: FolderId | PieceId;
  about: { course: CourseId; student: PersonId; folder?: FolderId; piece?: PieceId };
}

/**
 * What the rules would call a student's folder and pieces if they were this, where that differs from their names now.
 * A name that an older rule wrote, and that would not have named them differently, is left alone.
 */
function planRenames(
  school: School,
  course: CourseId,
  student: PersonId,
  was: NamedStudent,
  is: NamedStudent,
): Rename[] {
  const { db } = school;
  const { folderRule, fileRule } = findCourse(db, course);
  const renames: Rename[] = [];
  const planned = new Set<string>();
  /** A name changes only where the change in the person changes it; what is free counts names given in this plan. */
  const consider = (
    rule: Rule,
    values: { was: NameValues; is: NameValues },
    now: { id: FolderId | PieceId; name: string; extension: string },
    isTaken: (key: string) => boolean,
    of: NewName['of'],
  ) => {
    const write = (filled: NameValues, taken: (key: string) => boolean) =>
      writeUniqueName(rule, filled, now.extension, taken).name;
    if (write(values.was, () => false) === write(values.is, () => false)) return;
    const own = nameKey(now.name);
    const name = write(values.is, (key) => planned.has(`${of} ${key}`) || (key !== own && isTaken(key)));
    if (name === now.name) return;
    planned.add(`${of} ${nameKey(name)}`);
    const about = {
      course,
      student,
      ...(of === 'folder' ? { folder: now.id as FolderId } : { piece: now.id as PieceId }),
    };
    renames.push({ of, was: now.name, is: name, subjectId: now.id, about });
  };

  const folder = folderRow(db, course, student);
  if (folder)
    consider(
      readStoredRule(folderRule),
      { was: personValues(was), is: personValues(is) },
      { ...folder, extension: '' },
      (key) => isFolderName(db, course, key),
      'folder',
    );
  const zone = timeZoneOf(db);
  const rule = readStoredRule(fileRule);
  for (const piece of piecesOf(db, course, student)) {
    const assignment = findAssignment(db, piece.assignmentId);
    const values = (who: NamedStudent) => pieceValues(who, assignment, piece.attempt, piece.at, zone);
    consider(
      rule,
      { was: values(was), is: values(is) },
      piece,
      (key) => isPieceName(db, course, key),
      'piece',
    );
  }
  return renames;
}

function piecesOf(db: Database, course: CourseId, student: PersonId) {
  return all<{
    id: PieceId;
    name: string;
    extension: string;
    assignmentId: AssignmentId;
    attempt: number;
    at: Instant;
  }>(
    db,
    `SELECT q.id, q.name, q.extension, s.assignment_id AS assignmentId, q.attempt, t.at
     FROM submission s JOIN piece q ON q.submission_id = s.id
     JOIN attempt t ON t.submission_id = s.id AND t.n = q.attempt
     WHERE s.student_id = :student AND s.course_id = :course ORDER BY t.at, q.n`,
    { student, course },
  );
}

/** The names that would change. Writes nothing. */
export function previewRenames(
  school: School,
  course: CourseId,
  student: PersonId,
  was: NamedStudent,
  is: NamedStudent,
): NewName[] {
  return planRenames(school, course, student, was, is).map(({ of, was: before, is: after }) => ({
    of,
    was: before,
    is: after,
  }));
}

/** Gives a student's folder and pieces the names that the rules give them now, a ledger line each. Inside the caller's transaction. */
export function applyRenames(
  school: School,
  by: PersonId,
  course: CourseId,
  student: PersonId,
  was: NamedStudent,
  is: NamedStudent,
): number {
  const renames = planRenames(school, course, student, was, is);
  for (const rename of renames) {
    const table = rename.of;
    run(school.db, `UPDATE ${table} SET name = :name, name_key = :key WHERE id = :id`, {
      id: rename.subjectId,
      name: rename.is,
      key: nameKey(rename.is),
    });
    keepOldName(school, course, rename);
    writeEvent(school, by, 'renamed', rename.about, {
      of: rename.of,
      was: sha256Hex(rename.was),
      is: sha256Hex(rename.is),
    });
  }
  return renames.length;
}

function keepOldName(school: School, course: CourseId, rename: Rename): void {
  // Renamed twice within a millisecond, the name in between was never seen.
  run(
    school.db,
    `INSERT INTO old_name (subject, subject_id, course_id, name, until_at) VALUES (?, ?, ?, ?, ?)
     ON CONFLICT DO NOTHING`,
    [rename.of, rename.subjectId, course, rename.was, school.now()],
  );
}
