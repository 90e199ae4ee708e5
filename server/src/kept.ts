import fs from 'node:fs';
import path from 'node:path';
import SQLite from 'better-sqlite3';
import {
  toInstant,
  type AssignmentId,
  type CourseId,
  type Instant,
  type PersonId,
  type Standing,
} from '@vestibul/core';
import { keysOut, ownersOut } from './owners/custodyOut';
import { readAnnotations } from './review/annotations';
import { marksOut } from './review/marksOut';

/** What a data folder holds, for the command: read beside a running server or without one, and never written. */
export function readKept(folder: string) {
  const file = path.join(folder, 'vestibul.sqlite');
  if (!fs.existsSync(file)) throw new Error(`${folder} holds no school`);
  const db = new SQLite(file, { readonly: true, fileMustExist: true });
  return {
    /** Null where there is no such assignment. */
    annotations: (assignment: string) =>
      db.prepare('SELECT 1 FROM assignment WHERE id = ?').get(assignment) === undefined
        ? null
        : readAnnotations(db, assignment as AssignmentId),
    /** Null where there is no such course. */
    marks: (course: string) =>
      db.prepare('SELECT 1 FROM course WHERE id = ?').get(course) === undefined
        ? null
        : marksOut(db, course as CourseId, toInstant(Date.now())),
    /** Whose the files of a course were at a moment, or are now (null); null where there is no such course. */
    owners: (course: string, at: Instant | null) =>
      db.prepare('SELECT 1 FROM course WHERE id = ?').get(course) === undefined
        ? null
        : ownersOut(db, course as CourseId, at),
    /** What somebody could open at a moment, or can now (null); null where there is no such person. */
    keys: (id: string, at: Instant | null) => {
      const person = db.prepare('SELECT id, standing FROM person WHERE id = ?').get(id) as
        { id: PersonId; standing: Standing } | undefined;
      return person ? keysOut(db, person, at) : null;
    },
    close: () => void db.close(),
  };
}

export type Kept = ReturnType<typeof readKept>;
