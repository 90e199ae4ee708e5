import {
  alikeBy,
  sha256Hex,
  type AssignmentId,
  type CourseId,
  type Evidence,
  type Instant,
  type NamePart,
  type PersonId,
  type PieceId,
  type PieceNote,
  type PileId,
  type PilePieceId,
  type PileState,
  type Refusal,
  type Sha256,
  type Side,
  type UploadId,
} from '@vestibul/core';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import type { PileRow } from './piles';

/** What was read out of a piece's name and all that is known beside it. */
export interface PieceAnswer {
  decision: 'file' | 'ask' | 'none';
  students: PersonId[];
  assignment: AssignmentId | null;
  candidates: { student: PersonId; confidence: number }[];
  assignmentCandidates: { assignment: AssignmentId; confidence: number }[];
  parts: NamePart[];
  reasons: string[];
  /** What speaks for each where it does not fit together; missing in what was read by earlier versions. */
  sides?: Side<PersonId>[];
  /** The words that mean the student, kept when somebody says who it is. */
  words: string;
}

export interface PilePieceRow {
  id: PilePieceId;
  pileId: PileId;
  courseId: CourseId;
  uploadId: UploadId;
  entry: number;
  path: string;
  bytes: number;
  sha256: Sha256 | null;
  mime: string;
  extension: string;
  modifiedAt: Instant | null;
  state: PileState;
  reason: '' | Refusal | PieceNote;
  sameAs: PilePieceId | null;
  sameAsPiece: PieceId | null;
  evidence: Evidence<PersonId, AssignmentId>[];
  answer: PieceAnswer | null;
  /** What those that are alike have in common (`alikeBy`); '' before it was read. */
  alike: string;
}

const pieceColumns = `q.id, q.pile_id AS pileId, q.course_id AS courseId, q.upload_id AS uploadId, q.entry, q.path, q.bytes,
  q.sha256, q.mime, q.extension, q.modified_at AS modifiedAt, q.state, q.reason, q.same_as AS sameAs, q.same_as_piece AS sameAsPiece, q.evidence, q.answer, q.alike`;

interface StoredPiece extends Omit<PilePieceRow, 'evidence' | 'answer'> {
  evidence: string;
  answer: string;
}

function readPiece({ evidence, answer, ...row }: StoredPiece): PilePieceRow {
  return {
    ...row,
    evidence: evidence === '' ? [] : (JSON.parse(evidence) as PilePieceRow['evidence']),
    answer: answer === '' ? null : (JSON.parse(answer) as PieceAnswer),
  };
}

export function findPilePiece(db: Database, id: PilePieceId): PilePieceRow {
  const row = one<StoredPiece>(db, `SELECT ${pieceColumns} FROM pile_piece q WHERE q.id = ?`, [id]);
  if (!row) throw new Failure('not-found');
  return readPiece(row);
}

/** Those of a pile in a state, by their path, from behind `after`. */
export function listPilePieces(
  db: Database,
  pile: PileId,
  state: PileState,
  after: { path: string; id: string },
  limit: number,
): PilePieceRow[] {
  return all<StoredPiece>(
    db,
    `SELECT ${pieceColumns} FROM pile_piece q WHERE q.pile_id = :pile AND q.state = :state
       AND (q.path, q.id) > (:path, :id) ORDER BY q.path, q.id LIMIT :limit`,
    { pile, state, ...after, limit },
  ).map(readPiece);
}

/** Those of a course that lie on the sorting table, pile after pile, from behind `after`. */
export function listOnTable(
  db: Database,
  course: CourseId,
  state: PileState,
  after: { pile: string; path: string; id: string },
  limit: number,
): PilePieceRow[] {
  return all<StoredPiece>(
    db,
    `SELECT ${pieceColumns} FROM pile_piece q WHERE q.course_id = :course AND q.state = :state
       AND (q.pile_id, q.path, q.id) > (:pile, :path, :id) ORDER BY q.pile_id, q.path, q.id LIMIT :limit`,
    { course, state, ...after, limit },
  ).map(readPiece);
}

export function countOnTable(db: Database, course: CourseId, state: PileState): number {
  return one<{ count: number }>(
    db,
    'SELECT COUNT(*) AS count FROM pile_piece WHERE course_id = ? AND state = ?',
    [course, state],
  )!.count;
}

/** How many lie on the table that are like each of these, by what makes them alike. */
export function countAlike(
  db: Database,
  pieces: readonly Pick<PilePieceRow, 'courseId' | 'state' | 'alike'>[],
): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { courseId, state, alike } of pieces)
    if (alike !== '' && !counts.has(alike))
      counts.set(
        alike,
        one<{ count: number }>(
          db,
          'SELECT COUNT(*) AS count FROM pile_piece WHERE course_id = ? AND state = ? AND alike = ?',
          [courseId, state, alike],
        )!.count,
      );
  return counts;
}

/** Those on the table that are like one of them, in the order in which they lie there; at least that one. */
export function listAlike(db: Database, piece: PilePieceRow, limit: number): PilePieceId[] {
  if (piece.alike === '') return [piece.id];
  return all<{ id: PilePieceId }>(
    db,
    `SELECT id FROM pile_piece WHERE course_id = :courseId AND state = :state AND alike = :alike
     ORDER BY pile_id, path, id LIMIT :limit`,
    { courseId: piece.courseId, state: piece.state, alike: piece.alike, limit },
  ).map(({ id }) => id);
}

export type NewPilePiece = Pick<PilePieceRow, 'uploadId' | 'entry' | 'path' | 'bytes' | 'modifiedAt'> & {
  taken: { sha256: Sha256; mime: string; extension: string } | null;
  refusal: Refusal | '';
};

/** Writes down what of a pile was taken in or refused, with its lines, in one transaction; the same entry only once. */
export function addPilePieces(school: School, pile: PileRow, pieces: readonly NewPilePiece[]): void {
  together(school.db, () => {
    for (const piece of pieces) addPilePiece(school, pile, piece);
  });
}

function addPilePiece(school: School, pile: PileRow, piece: NewPilePiece): void {
  const { db } = school;
  const known = one(db, 'SELECT 1 FROM pile_piece WHERE upload_id = ? AND entry = ?', [
    piece.uploadId,
    piece.entry,
  ]);
  if (known) return;
  const id = newId<PilePieceId>('m');
  run(
    db,
    `INSERT INTO pile_piece (id, pile_id, course_id, upload_id, entry, path, bytes, sha256, mime, extension, modified_at,
         state, reason, evidence, answer)
       VALUES (:id, :pile, :course, :upload, :entry, :path, :bytes, :sha256, :mime, :extension, :modifiedAt, :state,
         :reason, '', '')`,
    {
      id,
      pile: pile.id,
      course: pile.courseId,
      upload: piece.uploadId,
      entry: piece.entry,
      path: piece.path,
      bytes: piece.bytes,
      sha256: piece.taken?.sha256 ?? null,
      mime: piece.taken?.mime ?? '',
      extension: piece.taken?.extension ?? '',
      modifiedAt: piece.modifiedAt,
      state: piece.taken ? 'reading' : 'refused',
      reason: piece.refusal,
    },
  );
  if (piece.taken)
    writeEvent(
      school,
      pile.byId,
      'came in pile',
      { course: pile.courseId },
      {
        pile: pile.id,
        pilePiece: id,
        sha256: piece.taken.sha256,
        bytes: piece.bytes,
        nameSha256: sha256Hex(piece.path),
      },
    );
}

/** What was read of a piece, and where it goes from there. */
export type FoundAnswer = Pick<PilePieceRow, 'state' | 'reason' | 'sameAs' | 'sameAsPiece' | 'evidence'> & {
  answer: PieceAnswer;
};

/**
 * Keeps what was read of a piece and where it goes from there, if it is still where it was when it was read: somebody may
 * have sorted it meanwhile. Answers whether it was.
 */
export function keepAnswer(
  db: Database,
  piece: Pick<PilePieceRow, 'id' | 'pileId' | 'path' | 'state'>,
  found: FoundAnswer,
): boolean {
  return (
    run(
      db,
      `UPDATE pile_piece SET state = :state, reason = :reason, same_as = :sameAs, same_as_piece = :sameAsPiece,
         evidence = :evidence, answer = :answer, alike = :alike
       WHERE id = :id AND state = :was`,
      {
        ...found,
        alike: alikeBy(piece.pileId, piece.path, found.answer.words),
        id: piece.id,
        was: piece.state,
        evidence: JSON.stringify(found.evidence),
        answer: JSON.stringify(found.answer),
      },
    ) > 0
  );
}

export function setPieceState(
  db: Database,
  id: PilePieceId,
  state: PileState,
  reason: PilePieceRow['reason'] = '',
): void {
  run(db, 'UPDATE pile_piece SET state = ?, reason = ? WHERE id = ?', [state, reason, id]);
}

/** An earlier piece of the course's piles with the same bytes that was taken in, or undefined. */
export function findSameBytes(db: Database, piece: PilePieceRow): PilePieceRow | undefined {
  const row = one<StoredPiece>(
    db,
    `SELECT ${pieceColumns} FROM pile_piece q WHERE q.course_id = ? AND q.sha256 = ? AND q.id <> ?
       AND q.state IN ('told', 'to sort', 'later', 'placed') ORDER BY q.rowid LIMIT 1`,
    [piece.courseId, piece.sha256, piece.id],
  );
  return row ? readPiece(row) : undefined;
}

/** What a student of the course turned in themselves with these bytes, or undefined. */
export function findTurnedIn(
  db: Database,
  course: CourseId,
  sha256: Sha256,
): { id: PieceId; studentId: PersonId } | undefined {
  return one(
    db,
    `SELECT q.id, s.student_id AS studentId FROM piece q JOIN submission s ON s.id = q.submission_id
     WHERE q.course_id = ? AND q.sha256 = ? AND NOT EXISTS (
       SELECT 1 FROM pile_placing p WHERE p.submission_id = q.submission_id AND p.n = q.attempt) LIMIT 1`,
    [course, sha256],
  );
}

/** Under which name the same file came before; null where they did not. */
export function nameOfSame(db: Database, piece: PilePieceRow): string | null {
  if (piece.sameAs !== null) return findPilePiece(db, piece.sameAs).path;
  if (piece.sameAsPiece === null) return null;
  return one<{ name: string }>(db, 'SELECT name FROM piece WHERE id = ?', [piece.sameAsPiece])!.name;
}

/** What was told or not read of a stopped pile lies on the table, for a person to sort. */
export function layDown(db: Database, id: PileId): void {
  run(db, "UPDATE pile_piece SET state = 'to sort' WHERE pile_id = ? AND state IN ('told', 'reading')", [id]);
}

/** Counts that reading a piece has ended its thread. */
export function countDeath(db: Database, id: PilePieceId): void {
  run(db, 'UPDATE pile_piece SET deaths = deaths + 1 WHERE id = ?', [id]);
}

/** The pieces of a pile that have ended a thread, with how often. */
export function listDeadly(db: Database, id: PileId): { id: PilePieceId; deaths: number }[] {
  return all(db, 'SELECT id, deaths FROM pile_piece WHERE pile_id = ? AND deaths > 0', [id]);
}
