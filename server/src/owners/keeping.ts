import {
  sha256Hex,
  type AssignmentId,
  type CourseId,
  type FileId,
  type Instant,
  type KeptId,
  type PersonId,
  type PieceId,
  type Sha256,
} from '@vestibul/core';
import { MOST_AT_ONCE, type AnswerOf, type BodyOf } from '@vestibul/contract';
import { endFile, makeFile, type FileFacts } from '../intake/files';
import { noteOwnershipLine } from '../intake/ownership';
import { one, run, together, type Database } from '../platform/database/database';
import { Failure } from '../platform/failure';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { newId } from '../platform/newId';
import type { School } from '../platform/School';
import { listToKeep } from './owned';

/**
 * Takes copies of pieces into the school's keeping: files of its own, exactly as they were turned in. The owner's file stays
 * theirs. Of what is kept already, and of links, nothing is; more than `MOST_AT_ONCE` wait for the next time. Fails with
 * `bytes-missing` where one of them is not there any more; then nothing is kept.
 */
export async function keepFiles(
  school: School,
  by: PersonId,
  course: CourseId,
  { which, why }: BodyOf<'keepFiles'>,
): Promise<AnswerOf<'keepFiles'>> {
  const { db } = school;
  const find = () => listToKeep(db, course, which);
  for (const { sealed, name } of find().slice(0, MOST_AT_ONCE))
    if (sealed !== null && !(await school.vault.has(sealed))) throw new Failure('bytes-missing', { name });
  return together(db, () => {
    const found = find();
    const at = nowOnLedger(school);
    const kept = found
      .slice(0, MOST_AT_ONCE)
      .map(({ id, assignmentId, studentId }) =>
        keepOne(school, by, { course, piece: id, assignment: assignmentId!, student: studentId! }, why, at),
      );
    return { kept, left: found.length - kept.length };
  });
}

function keepOne(
  school: School,
  by: PersonId,
  about: { course: CourseId; piece: PieceId; assignment: AssignmentId; student: PersonId },
  why: string,
  at: Instant,
): KeptId {
  const { db } = school;
  const facts = one<FileFacts>(
    db,
    'SELECT original_name AS originalName, mime, extension, bytes, sha256 FROM piece WHERE id = ?',
    [about.piece],
  )!;
  const file = makeFile(db, { ...facts, owner: { kind: 'school' }, at, by, why: 'kept' });
  const line = writeEvent(
    school,
    by,
    'kept',
    about,
    { sealed: facts.sha256, owner: 'school', whySha256: sha256Hex(why) },
    at,
  );
  noteOwnershipLine(db, file, line);
  const id = newId<KeptId>('e');
  run(
    db,
    `INSERT INTO kept (id, course_id, piece_id, file_id, why, kept_at, by_id, event_index)
     VALUES (:id, :course, :piece, :file, :why, :at, :by, :line)`,
    { id, course: about.course, piece: about.piece, file, why, at, by, line },
  );
  return id;
}

/** Gives up what the school keeps; how many that were. What is not kept any more is passed over. */
export function endKeeping(
  school: School,
  by: PersonId,
  course: CourseId,
  { kept }: BodyOf<'endKeeping'>,
): AnswerOf<'endKeeping'> {
  const { db } = school;
  return together(db, () => {
    const at = nowOnLedger(school);
    let ended = 0;
    for (const id of new Set(kept)) {
      const row = findKept(db, course, id);
      if (!row) continue;
      run(db, 'UPDATE kept SET ended_at = :at WHERE id = :id', { at, id });
      endFile(db, row.file, at);
      const { piece, assignment, student, sha256 } = row;
      writeEvent(school, by, 'keeping ended', { course, piece, assignment, student }, { sealed: sha256 }, at);
      ended += 1;
    }
    return { ended };
  });
}

interface KeptRow {
  file: FileId;
  piece: PieceId;
  assignment: AssignmentId;
  student: PersonId;
  name: string;
  mime: string;
  sha256: Sha256;
}

/** What the school keeps of a course, by its own id; undefined where it keeps it no more. */
export const findKept = (db: Database, course: CourseId, id: string): KeptRow | undefined =>
  one<KeptRow>(
    db,
    `SELECT k.file_id AS file, k.piece_id AS piece, s.assignment_id AS assignment, s.student_id AS student, q.name, f.mime, f.sha256
     FROM kept k JOIN piece q ON q.id = k.piece_id JOIN submission s ON s.id = q.submission_id JOIN file f ON f.id = k.file_id
     WHERE k.id = :id AND k.course_id = :course AND k.ended_at IS NULL`,
    { id, course },
  );
