import {
  countedMoment,
  lateBy,
  nameKey,
  sha256Hex,
  splitName,
  writeUniqueName,
  type AssignmentId,
  type CourseId,
  type FileId,
  type Instant,
  type PeriodId,
  type PersonId,
  type PieceId,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../failure';
import { newId, timeZoneOf, type School } from '../school';
import { findAssignment, type AssignmentRow } from '../store/assignments';
import { findCourse } from '../store/courses';
import { one, run, together, type Database } from '../store/database';
import { readStoredRule } from '../store/folders';
import { writeEvent } from '../store/ledger';
import { findSitting, findStanding, isPieceName, pieceValues, requireGiven } from '../store/sitting';
import { readReceipts } from '../store/submissions';
import { findUpload, hasArrived, type ArrivedUpload } from '../store/uploads';

/**
 * Turns in what lies in the tray: one attempt, its pieces under their proper names, and their ledger lines, all in
 * one transaction. The same press (`key`) is answered with the same receipt however often it comes.
 * Fails with `nothing-chosen`, `not-given`, `still-arriving`, `already-turned-in`, `upload-gone`; then nothing is changed.
 */
export function turnIn(
  school: School,
  student: PersonId,
  assignmentId: AssignmentId,
  body: BodyOf<'turnIn'>,
): { receipt: AnswerOf<'turnIn'>; isNew: boolean } {
  const { db } = school;
  return together(db, () => {
    const before = findPress(db, student, body.key);
    if (before) return { receipt: receiptOf(db, before.submissionId, before.n), isNew: false };

    const uploads = [...new Set(body.uploadIds)].map((id) => requireArrived(db, student, assignmentId, id));
    if (uploads.length === 0) throw new Failure('nothing-chosen');
    const assignment = findAssignment(db, assignmentId);
    const sitting = findSitting(db, assignment.courseId, student);
    const standing = findStanding(db, assignmentId, student);
    const at = school.now();
    const { due } = requireGiven(db, assignment, sitting, at);
    const counted = countedMoment(
      { counts: assignment.lateCounts, graceMinutes: assignment.graceMinutes },
      at,
      uploads.map((upload) => upload.startedAt),
    );
    const attempt = {
      submission: standing?.id ?? newId<SubmissionId>('s'),
      n: (standing?.attempt ?? 0) + 1,
      at,
      due,
      lateMs: lateBy(counted, due, assignment.graceMinutes),
      held: assignment.holds,
    };
    const about = {
      course: assignment.courseId,
      period: sitting.periodId,
      assignment: assignmentId,
      student,
      submission: attempt.submission,
    };
    const pieceIds = uploads.map(() => newId<PieceId>('q'));
    writeSubmission(db, assignment, student, attempt, uploads.length, pieceIds[0]!);
    const line = writeEvent(
      school,
      student,
      'turned in',
      about,
      { attempt: attempt.n, pieces: uploads.length, lateMs: attempt.lateMs, due },
      at,
    );
    run(
      db,
      `INSERT INTO attempt (submission_id, n, at, due_at, late_ms, press_key, event_index) VALUES (?, ?, ?, ?, ?, ?, ?)`,
      [attempt.submission, attempt.n, at, due, attempt.lateMs, body.key, line],
    );

    const rule = readStoredRule(findCourse(db, assignment.courseId).fileRule);
    const values = pieceValues(sitting, assignment, attempt.n, at, timeZoneOf(db));
    uploads.forEach((upload, i) => {
      const written = writeUniqueName(rule, values, upload.extension, (key) =>
        isPieceName(db, assignment.courseId, key),
      );
      placePiece(
        school,
        about,
        { id: pieceIds[i]!, attempt: attempt.n, n: i + 1, name: written.name, at },
        upload,
      );
    });
    return { receipt: receiptOf(db, attempt.submission, attempt.n), isNew: true };
  });
}

function findPress(
  db: Database,
  student: PersonId,
  key: string,
): { submissionId: SubmissionId; n: number } | undefined {
  return one(
    db,
    `SELECT t.submission_id AS submissionId, t.n FROM attempt t JOIN submission s ON s.id = t.submission_id
     WHERE t.press_key = ? AND s.student_id = ?`,
    [key, student],
  );
}

function receiptOf(db: Database, submission: SubmissionId, n: number): AnswerOf<'turnIn'> {
  return readReceipts(db, submission).find((receipt) => receipt.attempt === n)!;
}

function requireArrived(
  db: Database,
  student: PersonId,
  assignment: AssignmentId,
  id: UploadId,
): ArrivedUpload {
  const upload = findUpload(db, id);
  if (!upload || upload.byId !== student || upload.assignmentId !== assignment || upload.droppedAt !== null) {
    throw new Failure('upload-gone');
  }
  if (upload.turnedInAt !== null) throw new Failure('already-turned-in');
  if (!hasArrived(upload)) throw new Failure('still-arriving', { name: upload.originalName });
  return upload;
}

/** A new attempt clears what was said of the one before: it is to be looked at and reviewed anew. */
function writeSubmission(
  db: Database,
  assignment: AssignmentRow,
  student: PersonId,
  attempt: { submission: SubmissionId; n: number; at: Instant; lateMs: number; held: boolean },
  pieces: number,
  top: PieceId,
): void {
  run(
    db,
    `INSERT INTO submission (id, course_id, assignment_id, student_id, attempt, turned_in_at, late_ms, held, pieces, top_piece_id)
     VALUES (:id, :course, :assignment, :student, :n, :at, :lateMs, :held, :pieces, :top)
     ON CONFLICT (assignment_id, student_id) DO UPDATE SET attempt = :n, turned_in_at = :at, late_ms = :lateMs,
       held = :held, pieces = :pieces, top_piece_id = :top, reviewed_at = NULL, handed_back_at = NULL`,
    {
      id: attempt.submission,
      course: assignment.courseId,
      assignment: assignment.id,
      student,
      n: attempt.n,
      at: attempt.at,
      lateMs: attempt.lateMs,
      held: attempt.held ? 1 : 0,
      pieces,
      top,
    },
  );
}

function placePiece(
  school: School,
  about: {
    course: CourseId;
    period: PeriodId;
    assignment: AssignmentId;
    student: PersonId;
    submission: SubmissionId;
  },
  piece: { id: PieceId; attempt: number; n: number; name: string; at: Instant },
  upload: ArrivedUpload,
): void {
  const { db } = school;
  const file = newId<FileId>('d');
  run(db, 'INSERT INTO file (id, owner_id, sha256, bytes, changed_at) VALUES (?, ?, ?, ?, ?)', [
    file,
    upload.byId,
    upload.sha256,
    upload.bytes,
    upload.arrivedAt,
  ]);
  run(
    db,
    `INSERT INTO piece (id, course_id, submission_id, attempt, n, file_id, name, name_key, original_name, mime, extension, bytes, sha256)
     VALUES (:id, :course, :submission, :attempt, :n, :file, :name, :key, :originalName, :mime, :extension, :bytes, :sha256)`,
    {
      id: piece.id,
      course: about.course,
      submission: about.submission,
      attempt: piece.attempt,
      n: piece.n,
      file,
      name: piece.name,
      key: nameKey(piece.name),
      originalName: upload.originalName,
      mime: upload.mime,
      extension: upload.extension || splitName(piece.name).extension,
      bytes: upload.bytes,
      sha256: upload.sha256,
    },
  );
  run(db, 'UPDATE upload SET turned_in_at = ? WHERE id = ?', [piece.at, upload.id]);
  writeEvent(
    school,
    upload.byId,
    'piece placed',
    { ...about, piece: piece.id, version: 1 },
    {
      attempt: piece.attempt,
      n: piece.n,
      sha256: upload.sha256,
      bytes: upload.bytes,
      owner: upload.byId,
      nameSha256: sha256Hex(piece.name),
      originalNameSha256: sha256Hex(upload.originalName),
      uploadedAt: upload.arrivedAt,
    },
    piece.at,
  );
}
