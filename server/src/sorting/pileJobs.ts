import fs from 'node:fs';
import {
  makeBlankReader,
  toInstant,
  withoutAccounts,
  type AssignmentId,
  type BlankReader,
  type CourseId,
  type Evidence,
  type PersonId,
  type PieceNote,
  type PileId,
  type PilePieceId,
  type UploadId,
} from '@vestibul/core';
import { isDiskFull } from '../platform/failure';
import { sniffType } from '../intake/sniff';
import type { School } from '../platform/School';
import { one } from '../platform/database/database';
import {
  listOnTable,
  listPilePieces,
  type FoundAnswer,
  type NewPilePiece,
  type PieceAnswer,
  type PilePieceRow,
} from './pilePieces';
import { findPile, type PileRow } from './piles';
import { findUpload, hasArrived } from '../intake/uploads';
import { answerFor, openIdentifier, readBlanks, type CourseIdentifier } from './courseIdentifier';
import { evidenceOfInside, readInside } from '../extraction/readInside';
import { CorruptEntry, unpackLimits, unpackZip } from './unpack';

/*
 * What is done for piles in threads. Nothing is written here: what was found is handed out in parts, and the main thread
 * writes it behind the gate, in small batches.
 */

/** How a job of a pile tells how far it is, hands out what it found, and learns that it is to stop. */
export interface PileProgress<Part> {
  report: (done: number, total: number) => void;
  part: (part: Part) => void;
  isCancelled: () => boolean;
}

/** Pieces that are handed out together, and the longest that one waits for others, in milliseconds. */
const BATCH = 20;
const LONGEST_WAIT_MS = 250;

/** Gathers what is found and hands it out in batches. */
class Parts<Item> {
  #items: Item[] = [];
  #since = 0;

  constructor(private readonly out: (items: Item[]) => void) {}

  add(item: Item): void {
    if (this.#items.length === 0) this.#since = performance.now();
    this.#items.push(item);
    if (this.#items.length >= BATCH || performance.now() - this.#since > LONGEST_WAIT_MS) this.flush();
  }

  flush(): void {
    if (this.#items.length > 0) this.out(this.#items);
    this.#items = [];
  }
}

/** How taking a ZIP file apart ended. */
export type UnpackEnd = 'done' | 'stopped' | 'not-a-zip' | 'no-room';

/** Takes a ZIP file of a pile apart. Safe to repeat: what was written down already is left. */
export async function unpackUpload(
  school: School,
  id: UploadId,
  progress: PileProgress<NewPilePiece[]>,
): Promise<UnpackEnd> {
  const { db, vault } = school;
  const upload = findUpload(db, id);
  if (!upload || !hasArrived(upload) || upload.pileId === null) return 'done';
  const taken = new Parts<NewPilePiece>(progress.part);
  const before = one<{ bytes: number }>(
    db,
    'SELECT COALESCE(SUM(bytes), 0) AS bytes FROM pile_piece WHERE pile_id = ? AND sha256 IS NOT NULL AND entry >= 0',
    [upload.pileId],
  )!.bytes;
  const { largestFile, pileBytes } = school.limits;
  try {
    await unpackZip(
      vault.pathOf(upload.sha256),
      {
        isKnown: (entry) =>
          one(db, 'SELECT 1 FROM pile_piece WHERE upload_id = ? AND entry = ?', [id, entry]) !== undefined,
        async take({ entry, path, modifiedAt }, bytes) {
          const kept = await vault.put(bytes);
          taken.add({
            uploadId: id,
            entry,
            path,
            bytes: kept.bytes,
            modifiedAt: modifiedAt ? toInstant(modifiedAt.getTime()) : null,
            taken: { sha256: kept.sha256, ...(await sniffType(vault.pathOf(kept.sha256), path)) },
            refusal: '',
          });
        },
        refuse({ entry, path, bytes }, refusal) {
          taken.add({ uploadId: id, entry, path, bytes, modifiedAt: null, taken: null, refusal });
        },
        progress: progress.report,
        isCancelled: progress.isCancelled,
      },
      unpackLimits(largestFile, Math.max(0, pileBytes - before)),
    );
    return progress.isCancelled() ? 'stopped' : 'done';
  } catch (error) {
    if (isDiskFull(error)) return 'no-room';
    if (error instanceof CorruptEntry) return 'not-a-zip';
    throw error;
  } finally {
    taken.flush();
  }
}

/** What reading the pieces of a pile hands out: which it begins now, or what it read of some. */
export type PieceRead =
  { begins: PilePieceId } | { read: { id: PilePieceId; evidence: PieceEvidence; answer: PieceAnswer }[] };
type PieceEvidence = Evidence<PersonId, AssignmentId>[];

/** Reads every piece of a pile that was not read yet: what it says of itself, and whose it is. */
export async function readPieces(
  school: School,
  { pile: id, unread, byNamesAlone }: { pile: PileId; unread: readonly PilePieceId[]; byNamesAlone: boolean },
  progress: PileProgress<PieceRead>,
): Promise<void> {
  const { db } = school;
  const pile = findPile(db, id);
  const who = openIdentifier(school, pile.courseId);
  progress.report(0, 0);
  const blanks = byNamesAlone
    ? makeBlankReader(new Map<AssignmentId, string>())
    : await readBlanks(school, pile.courseId, () => progress.report(0, 0));
  const total = one<{ count: number }>(
    db,
    "SELECT COUNT(*) AS count FROM pile_piece WHERE pile_id = ? AND state = 'reading'",
    [id],
  )!.count;
  const found = new Parts<{ id: PilePieceId; evidence: PieceEvidence; answer: PieceAnswer }>((read) =>
    progress.part({ read }),
  );
  const left = new Set(unread);
  let done = 0;
  let after = { path: '', id: '' };
  const waiting: Waiting[] = [];
  for (;;) {
    const batch = listPilePieces(db, id, 'reading', after, BATCH);
    for (const piece of batch) {
      if (progress.isCancelled()) return found.flush();
      after = { path: piece.path, id: piece.id };
      progress.part({ begins: piece.id });
      const evidence = byNamesAlone || left.has(piece.id) ? [] : await evidenceFor(school, piece, blanks);
      const answer = answerFor(who, pile, { ...piece, evidence });
      // What only an account tells, or stands against, is said when all of the pile has taught whose accounts they are.
      if (isByAccount(who, pile, { ...piece, evidence }, answer)) waiting.push({ ...piece, evidence });
      else found.add({ id: piece.id, evidence, answer });
      done += 1;
      progress.report(done, total);
    }
    if (batch.length < BATCH) break;
  }
  for (const piece of waiting) {
    if (progress.isCancelled()) break;
    found.add({ id: piece.id, evidence: piece.evidence, answer: answerFor(who, pile, piece) });
  }
  found.flush();
}

type Waiting = Pick<PilePieceRow, 'id' | 'path' | 'modifiedAt' | 'evidence'>;

/** Whether the accounts that a piece names decide whether it is told; what is told without them teaches whose they are. */
function isByAccount(
  who: CourseIdentifier,
  pile: PileRow,
  piece: Waiting,
  { decision }: PieceAnswer,
): boolean {
  const evidence = withoutAccounts(piece.evidence);
  if (evidence.length === piece.evidence.length) return false;
  const told = answerFor(who, pile, { ...piece, evidence });
  if (told.decision === 'file') who.accounts.add(piece.evidence, told.students);
  return (told.decision === 'file') !== (decision === 'file');
}

async function evidenceFor(
  school: School,
  piece: PilePieceRow,
  blanks: BlankReader<AssignmentId>,
): Promise<PieceEvidence> {
  const file = school.vault.pathOf(piece.sha256!);
  if (!fs.existsSync(file)) return [];
  const inside = await readInside(file, piece.mime, piece.extension);
  return [
    ...(evidenceOfInside(inside) as PieceEvidence),
    ...blanks(inside.text).map((one) => ({ kind: 'blank' as const, ...one })),
  ];
}

/** A piece on the table that is to be kept otherwise than it is. */
export interface ReadAgain {
  piece: Pick<PilePieceRow, 'id' | 'pileId' | 'path' | 'state'>;
  found: FoundAnswer;
}

/**
 * Reads again what lies on a course's table, after something was decided or has changed. `note` is what is noted of what is
 * told now.
 */
export async function readTableAgain(
  school: School,
  course: CourseId,
  note: PieceNote | '',
  { part }: { part: (part: ReadAgain[]) => void },
): Promise<void> {
  const { db } = school;
  const who = openIdentifier(school, course);
  const piles = new Map<PileId, PileRow>();
  const changed = new Parts<ReadAgain>(part);
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
      const { id, pileId, path, state, sameAs, sameAsPiece, evidence } = piece;
      changed.add({
        piece: { id, pileId, path, state },
        found: {
          state: isTold ? 'told' : 'to sort',
          reason: isTold ? note : '',
          sameAs,
          sameAsPiece,
          evidence,
          answer,
        },
      });
    }
    if (batch.length < BATCH) return changed.flush();
  }
}

function isSame(answer: PieceAnswer, before: PieceAnswer | null): boolean {
  return JSON.stringify(answer) === JSON.stringify(before);
}
