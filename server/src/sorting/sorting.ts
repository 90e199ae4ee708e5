import {
  sha256Hex,
  type AssignmentId,
  type CourseId,
  type PersonId,
  type PilePieceId,
  type TableState,
} from '@vestibul/core';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';
import { findPilePiece, setPieceState, type PilePieceRow } from './pilePieces';
import { findPile } from './piles';
import { placePieces, unplace } from './place';

/** Something that was done on the sorting table. */
export type SortingDoes =
  | { kind: 'place'; pieces: PilePieceId[]; students: PersonId[]; assignment: AssignmentId }
  | { kind: 'set aside'; pieces: PilePieceId[]; as: TableState | 'not ours' };

/** How pieces lay before, and what the step taught. */
interface Before {
  states: { id: PilePieceId; state: PilePieceRow['state']; reason: PilePieceRow['reason'] }[];
  /** Words that mean somebody since then, with whom they meant before. */
  words: { words: string; was: PersonId | null }[];
}

interface StepRow {
  n: number;
  does: string;
  before: string;
}

/** Most steps that can be undone in turn. */
export const MOST_STEPS = 200;

/**
 * Does something with pieces on the table, in one transaction with its lines, so that it can be undone. Fails with
 * `already-placed` where one of them was sorted by somebody else meanwhile, and as `makeAttempt`.
 */
export function sort(school: School, by: PersonId, course: CourseId, does: SortingDoes): void {
  const { db } = school;
  together(db, () => {
    // What was undone before cannot be done again after something else.
    run(db, 'DELETE FROM sorting_step WHERE course_id = ? AND by_id = ? AND undone_at IS NOT NULL', [
      course,
      by,
    ]);
    const before: Before = { states: [], words: [] };
    perform(school, by, course, does, before);
    run(
      db,
      'INSERT INTO sorting_step (course_id, by_id, at, does, before, undone_at) VALUES (?, ?, ?, ?, ?, NULL)',
      [course, by, school.now(), JSON.stringify(does), JSON.stringify(before)],
    );
    run(
      db,
      `DELETE FROM sorting_step WHERE course_id = :course AND by_id = :by AND n <= (
         SELECT n FROM sorting_step WHERE course_id = :course AND by_id = :by ORDER BY n DESC LIMIT 1 OFFSET :most)`,
      { course, by, most: MOST_STEPS },
    );
  });
}

function perform(school: School, by: PersonId, course: CourseId, does: SortingDoes, before: Before): void {
  const { db } = school;
  const pieces = [...new Set(does.pieces)].map((id) => requireHere(db, course, id));
  for (const { id, state, reason } of pieces) before.states.push({ id, state, reason });
  if (does.kind === 'set aside') {
    for (const { id } of pieces) {
      setPieceState(db, id, does.as);
      writeEvent(school, by, 'set aside', { course }, { pilePiece: id, as: does.as });
    }
    return;
  }
  const inCourse = one(db, 'SELECT 1 FROM assignment WHERE id = ? AND course_id = ?', [
    does.assignment,
    course,
  ]);
  if (!inCourse) throw new Failure('not-found', { what: 'assignment' });
  const { madeAt } = findPile(db, pieces[0]!.pileId);
  placePieces(school, by, pieces, does.students, does.assignment, madeAt);
  if (does.students.length === 1) before.words = learn(school, by, course, pieces, does.students[0]!);
}

/** Keeps whom the words of these pieces mean; what they meant before is returned. */
function learn(
  school: School,
  by: PersonId,
  course: CourseId,
  pieces: readonly PilePieceRow[],
  student: PersonId,
): Before['words'] {
  const { db } = school;
  const taught: Before['words'] = [];
  for (const words of new Set(pieces.map(({ answer }) => answer?.words ?? ''))) {
    if (words === '') continue;
    const was = one<{ id: PersonId }>(
      db,
      'SELECT student_id AS id FROM known_words WHERE course_id = ? AND words = ?',
      [course, words],
    );
    setWords(school, by, course, words, student);
    taught.push({ words, was: was?.id ?? null });
  }
  return taught;
}

function setWords(
  school: School,
  by: PersonId,
  course: CourseId,
  words: string,
  student: PersonId | null,
): void {
  if (student === null) {
    forgetWords(school, by, course, words);
    return;
  }
  run(
    school.db,
    `INSERT INTO known_words (course_id, words, student_id, by_id, at) VALUES (:course, :words, :student, :by, :at)
     ON CONFLICT (course_id, words) DO UPDATE SET student_id = excluded.student_id, by_id = excluded.by_id, at = excluded.at`,
    { course, words, student, by, at: school.now() },
  );
  writeEvent(school, by, 'words learned', { course, student }, { wordsSha256: sha256Hex(words) });
}

/** Forgets whom words mean. Inside the caller's transaction. */
export function forgetWords(school: School, by: PersonId, course: CourseId, words: string): void {
  const forgotten = run(school.db, 'DELETE FROM known_words WHERE course_id = ? AND words = ?', [
    course,
    words,
  ]);
  if (forgotten > 0) writeEvent(school, by, 'words forgotten', { course }, { wordsSha256: sha256Hex(words) });
}

/** A piece that lies on the table of this course, or was set aside from it. */
function requireHere(db: Database, course: CourseId, id: PilePieceId): PilePieceRow {
  const piece = findPilePiece(db, id);
  if (piece.courseId !== course) throw new Failure('not-found');
  const isHere = piece.state === 'to sort' || piece.state === 'later' || piece.state === 'not ours';
  if (!isHere && piece.state !== 'repeat') throw new Failure('already-placed');
  return piece;
}

/** Undoes what somebody did last on a course's table. Fails with `nothing-to-undo`, `has-review`. */
export function undo(school: School, by: PersonId, course: CourseId): void {
  const { db } = school;
  together(db, () => {
    const step = one<StepRow>(
      db,
      `SELECT n, does, before FROM sorting_step WHERE course_id = ? AND by_id = ? AND undone_at IS NULL
       ORDER BY n DESC LIMIT 1`,
      [course, by],
    );
    if (!step) throw new Failure('nothing-to-undo');
    const before = JSON.parse(step.before) as Before;
    const does = JSON.parse(step.does) as SortingDoes;
    const made = does.kind === 'place' ? 'placed' : does.as;
    const pieces = before.states.map(({ id }) => findPilePiece(db, id));
    // Whatever somebody else did with it since is theirs to undo.
    if (pieces.some(({ state }) => state !== made)) throw new Failure('already-placed');
    const taught = findTaught(db, course, before);
    unplace(
      school,
      by,
      [...pieces, ...taught].filter(({ state }) => state === 'placed'),
    );
    for (const { id, state, reason } of before.states) {
      setPieceState(db, id, state, reason);
      writeEvent(school, by, 'set aside', { course }, { pilePiece: id, as: asideOf(state) });
    }
    for (const { id } of taught) setPieceState(db, id, 'to sort');
    for (const { words, was } of before.words) setWords(school, by, course, words, was);
    run(db, 'UPDATE sorting_step SET undone_at = ? WHERE n = ?', [school.now(), step.n]);
  });
}

const asideOf = (state: PilePieceRow['state']) =>
  state === 'later' || state === 'not ours' ? state : ('to sort' as const);

/** What was placed by itself because of what the step taught: it lies on the table again when that is taken back. */
function findTaught(db: Database, course: CourseId, before: Before): PilePieceRow[] {
  const words = new Set(before.words.map((one) => one.words));
  if (words.size === 0) return [];
  return all<{ id: PilePieceId }>(
    db,
    "SELECT id FROM pile_piece WHERE course_id = ? AND state = 'placed' AND reason = 'taught'",
    [course],
  )
    .map(({ id }) => findPilePiece(db, id))
    .filter(({ answer }) => words.has(answer?.words ?? ''));
}

/** Does again what was undone last. Fails with `nothing-to-redo` and as `sort`. */
export function redo(school: School, by: PersonId, course: CourseId): void {
  const { db } = school;
  together(db, () => {
    const step = one<StepRow>(
      db,
      `SELECT n, does, before FROM sorting_step WHERE course_id = ? AND by_id = ? AND undone_at IS NOT NULL
       ORDER BY n LIMIT 1`,
      [course, by],
    );
    if (!step) throw new Failure('nothing-to-redo');
    const before: Before = { states: [], words: [] };
    perform(school, by, course, JSON.parse(step.does) as SortingDoes, before);
    run(db, 'UPDATE sorting_step SET undone_at = NULL, before = ? WHERE n = ?', [
      JSON.stringify(before),
      step.n,
    ]);
  });
}

/** How many steps of somebody can be undone and done again. */
export function countSteps(db: Database, by: PersonId, course: CourseId): { undo: number; redo: number } {
  return one(
    db,
    `SELECT COUNT(*) FILTER (WHERE undone_at IS NULL) AS undo, COUNT(*) FILTER (WHERE undone_at IS NOT NULL) AS redo
     FROM sorting_step WHERE course_id = ? AND by_id = ?`,
    [course, by],
  )!;
}
