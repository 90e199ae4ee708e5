import {
  nameKey,
  parseRule,
  sha256Hex,
  writeUniqueName,
  type CourseId,
  type FolderId,
  type NameValues,
  type PersonId,
  type Rule,
} from '@vestibul/core';
import { newId, type School } from '../school';
import { all, one, run, together, type Database } from './database';
import { findCourse } from './courses';
import { writeEvent } from './ledger';

/** A rule that was checked when it was set; throws should it be unreadable all the same. */
export function readStoredRule(source: string): Rule {
  const parsed = parseRule(source);
  if (!parsed.ok) throw new Error(`the stored rule '${source}' cannot be read: ${parsed.fault.code}`);
  return parsed.rule;
}

interface FolderlessRow {
  studentId: PersonId;
  last: string;
  first: string;
  called: string;
  period: number;
}

/** What a naming rule is filled with for a student, before anything about an assignment. */
export function personValues(student: {
  last: string;
  first: string;
  called: string;
  period: number;
}): NameValues {
  // A single name fills the last name; then the rule's first name is left empty rather than doubled.
  return {
    period: student.period,
    last: student.last,
    first: student.first,
    called: student.called || student.first || student.last,
  };
}

/** Makes a turn-in folder for every student of a course who has none. */
export function makeFolders(school: School, by: PersonId, course: CourseId): { made: number; there: number } {
  return together(school.db, () => {
    run(school.db, 'UPDATE course SET folders_made_at = COALESCE(folders_made_at, :at) WHERE id = :course', {
      course,
      at: school.now(),
    });
    const there = one<{ n: number }>(school.db, 'SELECT COUNT(*) AS n FROM folder WHERE course_id = ?', [
      course,
    ])!.n;
    return { made: makeMissingFolders(school, by, course), there };
  });
}

/** The part of `makeFolders` that joining shares: inside the caller's transaction, only where the course has folders. */
export function makeMissingFolders(school: School, by: PersonId, course: CourseId): number {
  const { folderRule, foldersMadeAt } = findCourse(school.db, course);
  if (foldersMadeAt === null) return 0;
  const missing = all<FolderlessRow>(
    school.db,
    `SELECT p.id AS studentId, p.last, p.first, p.called, h.number AS period
     FROM enrolment e JOIN person p ON p.id = e.student_id JOIN period h ON h.id = e.period_id
     LEFT JOIN folder f ON f.course_id = e.course_id AND f.student_id = e.student_id
     WHERE e.course_id = ? AND e.left_at IS NULL AND f.id IS NULL ORDER BY h.number, p.sort_key, p.id`,
    [course],
  );
  const rule = readStoredRule(folderRule);
  for (const student of missing) {
    const { name } = writeUniqueName(rule, personValues(student), '', (key) =>
      isFolderName(school.db, course, key),
    );
    const id = newId<FolderId>('f');
    run(
      school.db,
      'INSERT INTO folder (id, course_id, student_id, name, name_key, made_at) VALUES (?, ?, ?, ?, ?, ?)',
      [id, course, student.studentId, name, nameKey(name), school.now()],
    );
    // The owner is who made it: the folder is the course's, what lies in it stays its student's.
    writeEvent(
      school,
      by,
      'folder made',
      { course, folder: id, student: student.studentId },
      { nameSha256: sha256Hex(name), owner: by },
    );
  }
  return missing.length;
}

/** Whether a course has a folder whose name a file system could take for this one. */
export function isFolderName(db: Database, course: CourseId, key: string): boolean {
  return one(db, 'SELECT 1 FROM folder WHERE course_id = ? AND name_key = ?', [course, key]) !== undefined;
}

/** A student's turn-in folder in a course, where there is one. */
export function folderRow(
  db: Database,
  course: CourseId,
  student: PersonId,
): { id: FolderId; name: string } | undefined {
  return one(db, 'SELECT id, name FROM folder WHERE course_id = ? AND student_id = ?', [course, student]);
}

/** The name of a student's turn-in folder in a course, or '' where there is none yet. */
export function folderNameOf(db: Database, course: CourseId, student: PersonId): string {
  return folderRow(db, course, student)?.name ?? '';
}
