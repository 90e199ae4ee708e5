import {
  endUse,
  findUpload,
  hasArrived,
  isNamedHere,
  type ArrivedUpload,
  type UploadRow,
} from '../intake/uploads';
import {
  latenessOf,
  nameKey,
  sha256Hex,
  splitName,
  type AssignmentId,
  type CourseId,
  type DeliveryId,
  type Instant,
  type PeriodId,
  type PersonId,
  type PieceId,
  type PileId,
  type Sha256,
  type SubmissionId,
  type UploadId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import { findOwnFile, makeFile, type OwnFile } from '../intake/files';
import { noteOwnershipLine, type Owner } from '../intake/ownership';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { findAssignment, type AssignmentRow } from '../assignments/assignments';
import { all, one, run, together, type Database } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { AttemptNaming } from '../naming/attemptNaming';
import { settle } from './settle';
import { findSitting, findStanding, requireGiven, requireTaker } from '../assignments/sitting';
import { readReceipts } from './submissions';

/**
 * Turns in what lies in the tray, in the order in which it is named: one attempt, its pieces under their proper names, and
 * their ledger lines, all in one transaction. Texts must be sealed (intake/tray). The same press (`key`) is answered with
 * the same receipt however often it comes.
 * Fails with `press-used`, `nothing-chosen`, `not-given`, `still-arriving`, `already-turned-in`,
 * `upload-gone`, `name-off-rule`; then nothing is changed.
 */
export function turnIn(
  school: School,
  student: PersonId,
  assignmentId: AssignmentId,
  body: BodyOf<'turnIn'>,
): AnswerOf<'turnIn'> {
  const { db } = school;
  return together(db, () => {
    const before = findPress(db, student, assignmentId, body.key);
    if (before) return receiptOf(db, before.submissionId, before.n);

    const uploads = [...new Set(body.uploadIds)].map((id) => requireArrived(db, student, assignmentId, id));
    if (uploads.length === 0) throw new Failure('nothing-chosen');
    const { key, namesAgreed } = body;
    const made = makeAttempt(
      school,
      { student, by: student, at: school.now(), key, namesAgreed },
      assignmentId,
      uploads,
    );
    return receiptOf(db, made.submissionId, made.n);
  });
}

interface Press {
  student: PersonId;
  /** Who says so: the student, or whoever placed what came another way. */
  by: PersonId | 'system';
  /** When it was handed in. */
  at: Instant;
  key: string;
  namesAgreed: boolean;
  /** Of what came by a side door, or in a pile. */
  delivery?: DeliveryId;
  /** What of one pile is placed for an assignment is one attempt, in however many steps it is placed. */
  pile?: PileId;
  inClass?: true;
}

/**
 * The end of every way in: one attempt of a student with its pieces, under their proper names, and its lines; more of the
 * same pile joins the attempt that is out of it already. Inside the caller's transaction. Fails with `not-given`,
 * `left-course` (somebody else who places it: `not-given-to`, `has-left`), `name-off-rule`.
 */
export function makeAttempt(
  school: School,
  press: Press,
  assignmentId: AssignmentId,
  uploads: readonly ArrivedUpload[],
): { submissionId: SubmissionId; n: number } {
  const { db } = school;
  const { student, by, at } = press;
  const assignment = findAssignment(db, assignmentId);
  const sitting = findSitting(db, assignment.courseId, student);
  const standing = findStanding(db, assignmentId, student);
  const isPlacedByStaff = by !== 'system' && by !== student;
  const { due } = (isPlacedByStaff ? requireTaker : requireGiven)(db, assignment, sitting, school.now());
  const joined = standing && press.pile ? findAttemptOfPile(db, standing.id, press.pile) : undefined;
  const already = joined?.sealed ?? [];
  const n = joined?.n ?? (standing?.attempts ?? 0) + 1;
  const naming = new AttemptNaming(school, assignment, sitting, { n, at });
  const names = naming.nameAll(uploads.map(asIncoming), press.namesAgreed, already.length);
  const asked = names.find(({ passage }) => passage === 'asked');
  if (asked) throw new Failure('name-off-rule', { name: asked.cameAs, proper: asked.name });
  const heldForName = names.some(({ passage }) => passage === 'held');
  const attempt = {
    submission: standing?.id ?? newId<SubmissionId>('s'),
    n,
    at,
    due: joined ? joined.due : due,
    lateMs: joined
      ? joined.lateMs
      : latenessOf({ at, began: uploads.map((upload) => upload.startedAt) }, due, {
          counts: assignment.lateCounts,
          graceMinutes: assignment.graceMinutes,
        }),
    held: assignment.holds || heldForName ? 1 : 0,
    heldForName: heldForName ? 1 : 0,
  };
  const about = {
    course: assignment.courseId,
    period: sitting.periodId,
    assignment: assignmentId,
    student,
    submission: attempt.submission,
  };
  const files = uploads.map((upload) => fileOf(db, by, student, upload));
  if (!standing) openSubmission(db, assignment, student, attempt.submission);
  const line = writeEvent(
    school,
    by,
    joined ? 'pieces added' : 'turned in',
    about,
    {
      attempt: n,
      pieces: already.length + uploads.length,
      lateMs: attempt.lateMs,
      due: attempt.due,
      sealed: [...already, ...files.map(({ sha256 }) => sha256)],
      ...(press.delivery ? { delivery: press.delivery } : {}),
      ...(press.pile ? { pile: press.pile } : {}),
      ...(press.inClass ? { inClass: press.inClass } : {}),
      ...(at < nowOnLedger(school) ? { turnedInAt: at } : {}),
    },
    at,
  );
  run(
    db,
    `INSERT INTO attempt (submission_id, n, at, due_at, late_ms, press_key, event_index, held, held_for_name)
     VALUES (:submission, :n, :at, :due, :lateMs, :key, :line, :held, :heldForName)
     ON CONFLICT (submission_id, n) DO UPDATE SET event_index = excluded.event_index,
       held = MAX(held, excluded.held_for_name), held_for_name = MAX(held_for_name, excluded.held_for_name)`,
    { ...attempt, key: press.key, line },
  );
  uploads.forEach((upload, i) => {
    placePiece(
      school,
      by,
      about,
      { attempt: n, n: already.length + i + 1, name: names[i]!.name, at },
      upload,
      files[i]!,
    );
  });
  settle(db, attempt.submission);
  return { submissionId: attempt.submission, n };
}

interface OpenAttempt {
  n: number;
  due: Instant | null;
  lateMs: number;
  /** The bytes of its pieces, in their order. */
  sealed: Sha256[];
}

/** The last attempt of a submission, where it is out of this pile and nobody has reviewed it or taken it back. */
function findAttemptOfPile(db: Database, id: SubmissionId, pile: PileId): OpenAttempt | undefined {
  const open = one<Omit<OpenAttempt, 'sealed'>>(
    db,
    `SELECT t.n, t.due_at AS due, t.late_ms AS lateMs
     FROM submission s JOIN attempt t ON t.submission_id = s.id AND t.n = s.attempts
     WHERE s.id = :id AND t.reviewed_at IS NULL AND t.handed_back_at IS NULL
       AND t.taken_back_at IS NULL AND t.sent_back_at IS NULL
       AND EXISTS (SELECT 1 FROM pile_placing l JOIN pile_piece q ON q.id = l.pile_piece_id
         WHERE l.submission_id = s.id AND l.n = t.n AND q.pile_id = :pile)`,
    { id, pile },
  );
  if (!open) return undefined;
  const pieces = all<{ sha256: Sha256 }>(
    db,
    'SELECT sha256 FROM piece WHERE submission_id = ? AND attempt = ? ORDER BY n',
    [id, open.n],
  );
  return { ...open, sealed: pieces.map(({ sha256 }) => sha256) };
}

/** What a press of somebody has made before for a student. Fails with `press-used` where it was somebody else's, or for another assignment. */
export function findPress(
  db: Database,
  student: PersonId,
  assignment: AssignmentId,
  key: string,
): { submissionId: SubmissionId; n: number } | undefined {
  const found = one<{ submissionId: SubmissionId; n: number; student: PersonId; assignment: AssignmentId }>(
    db,
    `SELECT t.submission_id AS submissionId, t.n, s.student_id AS student, s.assignment_id AS assignment
     FROM attempt t JOIN submission s ON s.id = t.submission_id WHERE t.press_key = ?`,
    [key],
  );
  if (found && (found.student !== student || found.assignment !== assignment))
    throw new Failure('press-used');
  return found;
}

function receiptOf(db: Database, submission: SubmissionId, n: number): AnswerOf<'turnIn'> {
  return readReceipts(db, submission, true).find((receipt) => receipt.attempt === n)!;
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
  if (upload.kind === 'text') requireSealed(upload);
  if (!hasArrived(upload)) throw new Failure('still-arriving', { name: upload.originalName });
  return upload;
}

/** A text is turned in as it was sealed a moment ago; one written on since then, or empty, is not. */
function requireSealed(upload: UploadRow): void {
  if (!upload.text?.trim()) throw new Failure('empty-text', { name: upload.originalName });
  if (upload.sha256 !== sha256Hex(upload.text)) {
    throw new Failure('still-arriving', { name: upload.originalName });
  }
}

function asIncoming(upload: ArrivedUpload) {
  return {
    originalName: upload.originalName,
    extension: upload.extension,
    isNamedHere: isNamedHere(upload.kind),
  };
}

/** A submission with nothing in it yet; the attempt that follows settles what it shows. */
function openSubmission(db: Database, assignment: AssignmentRow, student: PersonId, id: SubmissionId): void {
  run(
    db,
    `INSERT INTO submission (id, course_id, assignment_id, student_id, attempts, attempt, late_ms, pieces, held, held_for_name)
     VALUES (?, ?, ?, ?, 0, 0, 0, 0, 0, 0)`,
    [id, assignment.courseId, assignment.id, student],
  );
}

function placePiece(
  school: School,
  by: PersonId | 'system',
  about: {
    course: CourseId;
    period: PeriodId;
    assignment: AssignmentId;
    student: PersonId;
    submission: SubmissionId;
  },
  placed: { attempt: number; n: number; name: string; at: Instant },
  upload: ArrivedUpload,
  file: OwnFile,
): void {
  const { db } = school;
  const id = newId<PieceId>('q');
  run(
    db,
    `INSERT INTO piece (id, course_id, submission_id, attempt, n, file_id, upload_id, name, name_key, original_name, mime,
       extension, bytes, sha256)
     VALUES (:id, :course, :submission, :attempt, :n, :file, :upload, :name, :key, :originalName, :mime,
       :extension, :bytes, :sha256)`,
    {
      id,
      course: about.course,
      submission: about.submission,
      attempt: placed.attempt,
      n: placed.n,
      file: file.id,
      upload: upload.id,
      name: placed.name,
      key: nameKey(placed.name),
      originalName: upload.originalName,
      mime: file.mime,
      extension: file.extension || splitName(placed.name).extension,
      bytes: file.bytes,
      sha256: file.sha256,
    },
  );
  endUse(db, upload.id, placed.at);
  const line = writeEvent(
    school,
    by,
    'piece placed',
    { ...about, piece: id, version: 1 },
    {
      attempt: placed.attempt,
      n: placed.n,
      sha256: file.sha256,
      bytes: file.bytes,
      owner: file.owner === 'outside' ? 'outside' : about.student,
      nameSha256: sha256Hex(placed.name),
      originalNameSha256: sha256Hex(upload.originalName),
      startedAt: upload.startedAt,
      uploadedAt: upload.arrivedAt,
    },
    placed.at,
  );
  noteOwnershipLine(db, file.id, line);
}

/** The file that a piece is of: the one from the drawer as it is now, or a new one of the student's. */
function fileOf(db: Database, by: PersonId | 'system', student: PersonId, upload: ArrivedUpload): OwnFile {
  if (upload.fileId) return findOwnFile(db, student, upload.fileId);
  const owner: Owner = upload.kind === 'link' ? { kind: 'outside' } : { kind: 'person', id: student };
  const why = by === student ? 'turned in' : 'placed';
  const facts = { ...upload, sha256: upload.sha256 };
  return {
    ...facts,
    owner: owner.kind,
    id: makeFile(db, { ...facts, owner, at: upload.arrivedAt, by, why }),
  };
}
