import {
  nameKey,
  nameSubjects,
  sha256Hex,
  writeUniqueName,
  type CourseId,
  type NameSubject,
  type PersonId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import type { School } from '../platform/School';
import { run } from '../platform/database/database';
import { isFolderName } from './folders';
import { writeEvent } from '../platform/ledger/ledger';
import { listNameables, type Nameable } from './nameables';
import { CourseNaming, type NamedStudent } from './naming';
import { isPieceName } from '../assignments/sitting';

type NewName = AnswerOf<'previewStudent'>['names'][number];

/** One name that changes. */
export interface Rename {
  subject: NameSubject;
  thing: Pick<Nameable, 'id' | 'name' | 'about'>;
  is: string;
}

/** Where the names of each kind of thing are kept. */
export const tableOf = { folder: 'folder', file: 'piece' } as const;

/** Whether a course has a folder, or a piece, whose name a file system could take for this one. */
export const isNameTaken = { folder: isFolderName, file: isPieceName } as const;

/**
 * What the rules would call a student's folder and pieces if they were this, where that differs from their names now.
 * A name that an older rule wrote, and that would not have named them differently, is left alone.
 */
function planRenames(school: School, course: CourseId, was: NamedStudent, is: NamedStudent): Rename[] {
  const naming = new CourseNaming(school, course);
  return nameSubjects.flatMap((subject) => {
    const rule = naming.rules[subject];
    // What is free counts the names given in this plan.
    const planned = new Set<string>();
    const before = listNameables(school, naming, subject, was);
    const after = listNameables(school, naming, subject, is);
    return before.flatMap((thing, i): Rename[] => {
      const { values, extension, units } = after[i]!;
      const write = (filled: Nameable['values'], taken: (key: string) => boolean) =>
        writeUniqueName(rule, filled, { extension, units }, taken).name;
      // A name changes only where the change in the person changes it.
      if (write(thing.values, () => false) === write(values, () => false)) return [];
      const own = nameKey(thing.name);
      const name = write(
        values,
        (key) => planned.has(key) || (key !== own && isNameTaken[subject](school.db, course, key)),
      );
      if (name === thing.name) return [];
      planned.add(nameKey(name));
      return [{ subject, thing, is: name }];
    });
  });
}

/** The names that would change. Writes nothing. */
export function previewRenames(
  school: School,
  course: CourseId,
  was: NamedStudent,
  is: NamedStudent,
): NewName[] {
  return planRenames(school, course, was, is).map(({ subject, thing, is: after }) => ({
    of: tableOf[subject],
    was: thing.name,
    is: after,
  }));
}

/** Gives a student's folder and pieces the names that the rules give them now, a ledger line each. Inside the caller's transaction. */
export function applyRenames(
  school: School,
  by: PersonId,
  course: CourseId,
  was: NamedStudent,
  is: NamedStudent,
): number {
  const renames = planRenames(school, course, was, is);
  for (const rename of renames) writeRename(school, by, rename);
  return renames.length;
}

/** Writes one new name, keeps the old one, and notes it in the ledger. Inside the caller's transaction. */
export function writeRename(school: School, by: PersonId, { subject, thing, is }: Rename): void {
  const { id, name: was, about } = thing;
  const of = tableOf[subject];
  run(school.db, `UPDATE ${of} SET name = :name, name_key = :key WHERE id = :id`, {
    id,
    name: is,
    key: nameKey(is),
  });
  // Renamed twice within a millisecond, the name in between was never seen.
  run(
    school.db,
    `INSERT INTO old_name (subject, subject_id, course_id, name, until_at) VALUES (?, ?, ?, ?, ?)
     ON CONFLICT DO NOTHING`,
    [of, id, about.course, was, school.now()],
  );
  writeEvent(school, by, 'renamed', about, { of, was: sha256Hex(was), is: sha256Hex(is) });
}
