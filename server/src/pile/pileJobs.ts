import fs from 'node:fs';
import {
  evidenceOfText,
  toInstant,
  type AssignmentId,
  type CourseId,
  type Evidence,
  type PersonId,
  type PieceNote,
  type PileId,
  type UploadId,
} from '@vestibul/core';
import { sniffType } from '../intake/sniff';
import type { School } from '../school';
import { all, one, run } from '../store/database';
import {
  addPilePiece,
  findPile,
  findSameBytes,
  findTurnedIn,
  keepAnswer,
  listOnTable,
  listPilePieces,
  type PieceAnswer,
  type PilePieceRow,
  type PileRow,
} from '../store/piles';
import { findUpload, hasArrived } from '../store/uploads';
import { answerFor, blanksIn, openIdentifier, readBlanks, type CourseIdentifier } from './courseIdentifier';
import { readInside } from './readInside';
import { CorruptEntry, unpackLimits, unpackZip } from './unpack';

/** How a job of a pile tells how far it is, and learns that it is to stop. */
export interface PileProgress {
  report: (done: number, total: number) => void;
  isCancelled: () => boolean;
}

/** Pieces that are read before it is looked again whether to stop. */
const BATCH = 20;
/** At the start of every list that is read by path. */
const FROM_START = { path: '', id: '' };

/**
 * Takes what has arrived for a pile out of it: the entries of ZIP files, and files as they are. Safe to repeat: what was
 * taken out already is left.
 */
export async function takeOut(school: School, id: PileId, progress: PileProgress): Promise<void> {
  const pile = findPile(school.db, id);
  const waiting = all<{ id: UploadId }>(
    school.db,
    `SELECT id FROM upload WHERE pile_id = ? AND arrived_at IS NOT NULL AND turned_in_at IS NULL AND dropped_at IS NULL
     ORDER BY started_at, rowid`,
    [id],
  );
  for (const upload of waiting) {
    if (progress.isCancelled()) return;
    await takeOutOne(school, pile, upload.id, progress);
  }
}

async function takeOutOne(
  school: School,
  pile: PileRow,
  id: UploadId,
  progress: PileProgress,
): Promise<void> {
  const { db, vault } = school;
  const upload = findUpload(db, id);
  if (!upload || !hasArrived(upload)) return;
  const alone = { uploadId: id, entry: -1, path: upload.originalName, bytes: upload.bytes, modifiedAt: null };
  const { sha256, mime, extension } = upload;
  if (extension === 'zip') {
    try {
      await unpackZip(
        vault.pathOf(sha256),
        {
          isKnown: (entry) =>
            one(db, 'SELECT 1 FROM pile_piece WHERE upload_id = ? AND entry = ?', [id, entry]) !== undefined,
          async take({ entry, path, modifiedAt }, bytes) {
            const kept = await vault.put(bytes);
            const type = await sniffType(vault.pathOf(kept.sha256), path);
            addPilePiece(school, pile, {
              uploadId: id,
              entry,
              path,
              bytes: kept.bytes,
              modifiedAt: modifiedAt ? toInstant(modifiedAt.getTime()) : null,
              taken: { sha256: kept.sha256, ...type },
              refusal: '',
            });
          },
          refuse({ entry, path, bytes }, refusal) {
            addPilePiece(school, pile, {
              uploadId: id,
              entry,
              path,
              bytes,
              modifiedAt: null,
              taken: null,
              refusal,
            });
          },
          progress: progress.report,
          isCancelled: progress.isCancelled,
        },
        unpackLimits(school.limits.largestFile),
      );
    } catch (error) {
      if (!(error instanceof CorruptEntry)) throw error;
      addPilePiece(school, pile, { ...alone, taken: null, refusal: 'not-a-zip' });
    }
    if (progress.isCancelled()) return;
  } else addPilePiece(school, pile, { ...alone, taken: { sha256, mime, extension }, refusal: '' });
  run(db, 'UPDATE upload SET turned_in_at = ? WHERE id = ?', [school.now(), id]);
}

/** Reads every piece of a pile that was not read yet: what it says of itself, whose it is, and whether it came before. */
export async function readPieces(school: School, id: PileId, progress: PileProgress): Promise<void> {
  const { db } = school;
  const pile = findPile(db, id);
  const who = openIdentifier(school, pile.courseId);
  const blanks = await readBlanks(school, pile.courseId);
  const total = one<{ count: number }>(
    db,
    "SELECT COUNT(*) AS count FROM pile_piece WHERE pile_id = ? AND state = 'reading'",
    [id],
  )!.count;
  let done = 0;
  for (;;) {
    const batch = listPilePieces(db, id, 'reading', FROM_START, BATCH);
    if (batch.length === 0 || progress.isCancelled()) return;
    for (const piece of batch) {
      const evidence = await evidenceFor(school, piece, blanks);
      judge(school, who, pile, piece, evidence);
      done += 1;
    }
    progress.report(done, total);
  }
}

async function evidenceFor(
  school: School,
  piece: PilePieceRow,
  blanks: ReadonlyMap<AssignmentId, string>,
): Promise<Evidence<PersonId, AssignmentId>[]> {
  const file = school.vault.pathOf(piece.sha256!);
  if (!fs.existsSync(file)) return [];
  const inside = await readInside(file, piece.mime, piece.extension);
  return [
    ...inside.authors.map((text) => ({ kind: 'author' as const, text })),
    ...(inside.title ? [{ kind: 'title' as const, text: inside.title }] : []),
    ...(evidenceOfText(inside.text) as Evidence<PersonId, AssignmentId>[]),
    ...blanksIn(inside.text, blanks),
  ];
}

/** Decides where a piece goes from what is known of it, and keeps that. */
function judge(
  school: School,
  who: CourseIdentifier,
  pile: PileRow,
  piece: PilePieceRow,
  evidence: Evidence<PersonId, AssignmentId>[],
): void {
  const { db } = school;
  const answer = answerFor(who, pile, { ...piece, evidence });
  const same = findSameBytes(db, piece);
  const turnedIn = same ? undefined : findTurnedIn(db, piece.courseId, piece.sha256!);
  const isTold = answer.decision === 'file' && answer.assignment !== null;
  if (!same && !turnedIn) {
    keepAnswer(db, piece, {
      state: isTold ? 'told' : 'to sort',
      reason: '',
      sameAs: null,
      sameAsPiece: null,
      evidence,
      answer,
    });
    return;
  }
  // The same bytes under somebody else's name are for a person to look at.
  const students = same?.answer?.students ?? (turnedIn ? [turnedIn.studentId] : []);
  const isOthers = answer.decision === 'file' && !areSame(answer.students, students);
  keepAnswer(db, piece, {
    state: isOthers ? 'to sort' : 'repeat',
    reason: 'same-bytes',
    sameAs: same?.id ?? null,
    sameAsPiece: turnedIn?.id ?? null,
    evidence,
    answer,
  });
}

function isSame(answer: PieceAnswer, before: PieceAnswer | null): boolean {
  return JSON.stringify(answer) === JSON.stringify(before);
}

function areSame(one: readonly PersonId[], other: readonly PersonId[]): boolean {
  return [...one].sort().join() === [...other].sort().join();
}

/**
 * Reads again what lies on a course's table, after something was decided or has changed; returns how much of it is told
 * now, and of which piles it is. `note` is what is noted of what is told.
 */
export function readTableAgain(
  school: School,
  course: CourseId,
  note: PieceNote | '',
): { pieces: number; piles: PileId[] } {
  const { db } = school;
  const who = openIdentifier(school, course);
  const piles = new Map<PileId, PileRow>();
  const told = new Set<PileId>();
  let pieces = 0;
  let after = { pile: '', path: '', id: '' };
  for (;;) {
    const batch = listOnTable(db, course, 'to sort', after, BATCH);
    for (const piece of batch) {
      after = { pile: piece.pileId, path: piece.path, id: piece.id };
      // What could not be placed stays, but for what a change of the course may have mended.
      const mayBeMended = note === '' && (piece.reason === 'not-given' || piece.reason === 'left-course');
      if (piece.reason !== '' && !mayBeMended) continue;
      const pile = piles.get(piece.pileId) ?? findPile(db, piece.pileId);
      piles.set(pile.id, pile);
      const answer = answerFor(who, pile, piece);
      const isTold = answer.decision === 'file' && answer.assignment !== null && pile.cancelledAt === null;
      // Most of a large table is as it was; what is not written keeps nobody else waiting.
      if (!isTold && piece.reason === '' && piece.alike !== '' && isSame(answer, piece.answer)) continue;
      const { sameAs, sameAsPiece, evidence } = piece;
      const isKept = keepAnswer(db, piece, {
        state: isTold ? 'told' : 'to sort',
        reason: isTold ? note : '',
        sameAs,
        sameAsPiece,
        evidence,
        answer,
      });
      if (!isTold || !isKept) continue;
      pieces += 1;
      told.add(pile.id);
    }
    if (batch.length < BATCH) return { pieces, piles: [...told] };
  }
}
