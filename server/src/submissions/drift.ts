import type { AssignmentId, CourseId, FileId, Instant, PersonId, PieceId, Sha256 } from '@vestibul/core';
import { all, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import type { School } from '../platform/School';
import { settleDrift } from './settle';

/**
 * The owner of a file has gone on working: wherever it is turned in the sealed copy stays, and the ledger says that the file is
 * another now. Of what lies in a drawer alone nothing is said. Inside the transaction that changes it.
 */
export function noteDrift(
  school: School,
  { file, by, at }: { file: FileId; by: PersonId; at: Instant },
): void {
  settleDrift(school.db, file);
  for (const { sealed, now, ...about } of listTurnedIn(school.db, file))
    writeEvent(school, by, 'drifted', about, { sealed, now, owner: by }, at);
}

/**
 * The owner of a file has deleted it, or restored it: wherever it is turned in the sealed copy stays, and the ledger says what became
 * of the file. Inside the transaction that does it.
 */
export function noteTrash(
  school: School,
  { file, by, at, isRestored }: { file: FileId; by: PersonId; at: Instant; isRestored: boolean },
): void {
  for (const { piece, sealed, course, assignment, student } of listTurnedIn(school.db, file))
    writeEvent(
      school,
      by,
      isRestored ? 'file restored' : 'file deleted',
      { course, assignment, student, piece },
      { sealed, owner: by },
      at,
    );
}

/** The pieces as which a file lies in slots. */
const listTurnedIn = (db: Database, file: FileId) =>
  all<{
    piece: PieceId;
    sealed: Sha256;
    now: Sha256;
    course: CourseId;
    assignment: AssignmentId;
    student: PersonId;
  }>(
    db,
    `SELECT q.id AS piece, q.sha256 AS sealed, f.sha256 AS now, s.course_id AS course, s.assignment_id AS assignment,
       s.student_id AS student
     FROM piece q JOIN file f ON f.id = q.file_id JOIN submission s ON s.id = q.submission_id
     JOIN attempt t ON t.submission_id = q.submission_id AND t.n = q.attempt
     WHERE q.file_id = ? AND t.taken_back_at IS NULL AND t.sent_back_at IS NULL AND t.undone_at IS NULL
     ORDER BY q.id`,
    [file],
  );
