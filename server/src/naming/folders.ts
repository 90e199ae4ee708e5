import { noteFoldersMade, findCourse } from '../courses/courses';
import {
  nameKey,
  sha256Hex,
  writeUniqueName,
  type CourseId,
  type FolderId,
  type PersonId,
} from '@vestibul/core';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { CourseNaming, listNamed } from './naming';

/** Makes a turn-in folder for every student of a course who has none. */
export function makeFolders(school: School, by: PersonId, course: CourseId): { made: number; there: number } {
  return together(school.db, () => {
    noteFoldersMade(school.db, course, school.now());
    const there = one<{ n: number }>(school.db, 'SELECT COUNT(*) AS n FROM folder WHERE course_id = ?', [
      course,
    ])!.n;
    return { made: makeMissingFolders(school, by, course), there };
  });
}

/** The part of `makeFolders` that joining shares: inside the caller's transaction, only where the course has folders. */
export function makeMissingFolders(school: School, by: PersonId, course: CourseId): number {
  const { foldersMadeAt } = findCourse(school.db, course);
  if (foldersMadeAt === null) return 0;
  const haveOne = new Set(
    all<{ id: PersonId }>(school.db, 'SELECT student_id AS id FROM folder WHERE course_id = ?', [course]).map(
      ({ id }) => id,
    ),
  );
  const missing = listNamed(school.db, course).filter(
    ({ studentId, leftAt }) => leftAt === null && !haveOne.has(studentId),
  );
  if (missing.length === 0) return 0;
  const naming = new CourseNaming(school, course);
  for (const student of missing) {
    const { values, ...room } = naming.folder(student);
    const { name } = writeUniqueName(naming.rules.folder, values, room, (key) =>
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
