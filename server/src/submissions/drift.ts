import type { FileId, CourseId, AssignmentId, PersonId, PieceId, Sha256 } from '@vestibul/core';
import { setBytesOfFile } from '../intake/files';
import { joinOwner } from '../intake/ownership';
import type { School } from '../platform/School';
import { one, together } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { settleDrift } from './settle';

/**
 * The owner of a piece's file has gone on working: the file changes, the sealed copy does not, and the ledger says so.
 * The new bytes must be in the vault already.
 */
export function changeFile(school: School, piece: PieceId, now: { sha256: Sha256; bytes: number }): void {
  together(school.db, () => {
    const row = one<{
      fileId: FileId;
      sealed: Sha256;
      owner: PersonId;
      course: CourseId;
      assignment: AssignmentId;
    }>(
      school.db,
      `SELECT f.id AS fileId, q.sha256 AS sealed, w.owner_id AS owner, s.course_id AS course, s.assignment_id AS assignment
       FROM piece q JOIN file f ON f.id = q.file_id ${joinOwner('f.id')} JOIN submission s ON s.id = q.submission_id WHERE q.id = ?`,
      [piece],
    );
    if (!row) throw new Error(`no piece ${piece}`);
    const at = school.now();
    setBytesOfFile(school.db, row.fileId, { ...now, at });
    settleDrift(school.db, row.fileId);
    writeEvent(
      school,
      row.owner,
      'drifted',
      { course: row.course, assignment: row.assignment, student: row.owner, piece },
      { sealed: row.sealed, now: now.sha256, owner: row.owner },
      at,
    );
  });
}
