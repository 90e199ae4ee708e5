import {
  formOf,
  type CourseId,
  type FileId,
  type Instant,
  type PersonId,
  type PieceId,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { joinOwner } from '../intake/ownership';
import { openersOf } from '../owners/openers';
import { ownerOf } from '../owners/owned';
import { all } from '../platform/database/database';
import { ROWS_OF_PAGE, cutPage, readBefore } from '../platform/database/paging';
import { nowOnLedger } from '../platform/ledger/ledger';
import type { School } from '../platform/School';

/** One page of a student's own files that are turned in and not deleted, the newest first, from before `before`. */
export function listMyFiles(school: School, student: PersonId, before: string): AnswerOf<'listMyFiles'> {
  const { db } = school;
  const rows = all<{
    id: FileId;
    pieceId: PieceId;
    submissionId: SubmissionId;
    name: string;
    originalName: string;
    mime: string;
    extension: string;
    bytes: number;
    assignment: string;
    courseId: CourseId;
    courseTitle: string;
    folderName: string;
    turnedInAt: Instant;
    driftedAt: Instant | null;
    ownerKind: 'person' | 'school' | 'outside';
    ownerId: PersonId | null;
    keptAt: Instant | null;
  }>(
    db,
    `SELECT f.id, q.id AS pieceId, s.id AS submissionId, q.name, q.original_name AS originalName, q.mime, q.extension,
       q.bytes, a.title AS assignment, c.id AS courseId, c.title AS courseTitle, COALESCE(o.name, '') AS folderName,
       t.at AS turnedInAt, CASE WHEN f.sha256 <> q.sha256 THEN f.changed_at END AS driftedAt, w.kind AS ownerKind,
       w.owner_id AS ownerId, (SELECT k.kept_at FROM kept k WHERE k.piece_id = q.id AND k.ended_at IS NULL) AS keptAt
     FROM submission s JOIN attempt t ON t.submission_id = s.id AND t.taken_back_at IS NULL AND t.sent_back_at IS NULL
     JOIN piece q ON q.submission_id = s.id AND q.attempt = t.n
     JOIN file f ON f.id = q.file_id ${joinOwner('f.id')}
     JOIN assignment a ON a.id = s.assignment_id JOIN course c ON c.id = s.course_id
     LEFT JOIN folder o ON o.course_id = s.course_id AND o.student_id = s.student_id
     WHERE s.student_id = :student AND f.dropped_at IS NULL AND (t.at, q.id) < (:beforeAt, :beforeId)
     ORDER BY t.at DESC, q.id DESC LIMIT :limit`,
    { student, ...readBefore(before), limit: ROWS_OF_PAGE },
  );
  const { page, next } = cutPage(rows, (row) => ({ at: row.turnedInAt, id: row.pieceId }));
  const at = nowOnLedger(school);
  return {
    files: page.map(({ mime, extension, courseId, ownerKind, ownerId, ...row }) => ({
      ...row,
      form: formOf(mime, extension),
      owner: ownerOf(db, { kind: ownerKind, id: ownerId }, null),
      canOpen: openersOf(db, courseId, { kind: 'piece', id: row.pieceId, studentId: student }, at),
    })),
    next,
  };
}
