import { formOf, type PilePieceId, type UploadId } from '@vestibul/core';
import { MOST_TOGETHER, PAGE_SIZE, type AnswerOf } from '@vestibul/contract';
import { advancePile } from './advance';
import { countSteps, forgetWords, redo, sort, undo } from './sorting';
import { readTableLater, teach } from './teach';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { together, type Database } from '../platform/database/database';
import {
  countAlike,
  countOnTable,
  findPilePiece,
  listAlike,
  listOnTable,
  listPilePieces,
  nameOfSame,
  type PilePieceRow,
} from './pilePieces';
import {
  countPile,
  countUploads,
  endSending,
  findPile,
  listKnownWords,
  listPiles,
  makePile,
  stopPile,
  type PileRow,
} from './piles';
import { findUpload } from '../intake/uploads';
import { sendKept } from '../platform/http/send';
import { caller, type Call, type JsonHandlers, type StreamHandlers } from '../platform/http/call';

/** Piles of a course that its page shows. */
const MOST_PILES = 20;
const ROWS = PAGE_SIZE + 1;

/** What has arrived for a pile is taken out of it at once. */
export function goOnWithPile(school: School, id: UploadId): void {
  const upload = findUpload(school.db, id);
  if (upload?.pileId && upload.arrivedAt !== null)
    void advancePile(school, upload.pileId).catch(school.report);
}

function sayPile(school: School, row: PileRow): AnswerOf<'listPiles'>[number] {
  const { id, name, madeAt, periodId, assignmentId, sentAt, cancelledAt } = row;
  const { onTheirWay, waiting } = countUploads(school.db, id);
  const counts = countPile(school.db, id);
  const work = school.piles.find(id);
  const isLeft = waiting + counts.reading + counts.told > 0;
  const state =
    cancelledAt !== null
      ? 'stopped'
      : work
        ? work.step
        : row.noRoomAt !== null
          ? 'no room'
          : onTheirWay > 0 || sentAt === null
            ? 'arriving'
            : isLeft
              ? 'reading'
              : 'done';
  return {
    id,
    name,
    madeAt,
    periodId,
    assignmentId,
    onTheirWay,
    counts,
    state,
    done: work?.done ?? 0,
    total: work?.total ?? 0,
  };
}

/** Where a list by path goes on: behind this piece, or from its start. */
function cursorOf(db: Database, after: string): { pile: string; path: string; id: string } {
  if (after === '') return { pile: '', path: '', id: '' };
  const { pileId: pile, path, id } = findPilePiece(db, after as PilePieceId);
  return { pile, path, id };
}

function pathCursorOf(db: Database, after: string): { path: string; id: string } {
  const { path, id } = cursorOf(db, after);
  return { path, id };
}

function cut<Row extends { id: string }>(rows: readonly Row[]): { page: Row[]; next: string | null } {
  const page = rows.slice(0, PAGE_SIZE);
  return { page, next: rows.length > PAGE_SIZE ? page.at(-1)!.id : null };
}

function sayOnTable(
  db: Database,
  piece: PilePieceRow,
  alike: ReadonlyMap<string, number>,
): AnswerOf<'readTable'>['pieces'][number] {
  const { id, pileId, path, bytes, state, reason, mime, extension, answer } = piece;
  return {
    id,
    pileId,
    path,
    bytes,
    state,
    reason,
    mime,
    form: formOf(mime, extension),
    assignmentId: answer?.assignment ?? null,
    candidates: answer?.candidates ?? [],
    assignmentCandidates: answer?.assignmentCandidates ?? [],
    parts: (answer?.parts ?? []).map(({ text, as, reading }) => ({
      text,
      as,
      of: reading === undefined || reading === 'initial' ? null : reading.part,
      how: reading === undefined ? null : reading === 'initial' ? 'initial' : reading.likeness,
    })),
    reasons: answer?.reasons ?? [],
    sides: answer?.sides ?? [],
    sameAs: nameOfSame(db, piece),
    alike: alike.get(piece.alike) ?? 1,
  };
}

export const pileHandlers = {
  listPiles: ({ school, params }) =>
    listPiles(school.db, params.courseId, MOST_PILES).map((row) => sayPile(school, row)),
  makePile(call) {
    const id = makePile(call.school, caller(call).id, call.params.courseId, call.body);
    return { id };
  },
  readPile({ school, params, query }) {
    const { db } = school;
    const row = findPile(db, params.pileId);
    const { page, next } = cut(listPilePieces(db, row.id, query.state, pathCursorOf(db, query.after), ROWS));
    return {
      ...sayPile(school, row),
      pieces: page.map((piece) => ({
        id: piece.id,
        pileId: piece.pileId,
        path: piece.path,
        bytes: piece.bytes,
        state: piece.state,
        reason: piece.reason,
        students: piece.answer?.students ?? [],
        assignmentId: piece.answer?.assignment ?? null,
        sameAs: nameOfSame(db, piece),
      })),
      next,
    };
  },
  endSending({ school, params }) {
    endSending(school, params.pileId);
    void advancePile(school, params.pileId).catch(school.report);
    return {};
  },
  stopPile(call) {
    const { school, params } = call;
    stopPile(school, caller(call).id, params.pileId);
    school.piles.cancel(params.pileId);
    return {};
  },

  readTable(call) {
    const { school, params, query } = call;
    const { db } = school;
    const { courseId } = params;
    const { page, next } = cut(listOnTable(db, courseId, query.state, cursorOf(db, query.after), ROWS));
    const alike = countAlike(db, page);
    return {
      pieces: page.map((piece) => sayOnTable(db, piece, alike)),
      next,
      toSort: countOnTable(db, courseId, 'to sort'),
      later: countOnTable(db, courseId, 'later'),
      ...countSteps(db, caller(call).id, courseId),
    };
  },
  listAlike({ school, params }) {
    const piece = findPilePiece(school.db, params.pilePieceId);
    return { ids: listAlike(school.db, piece, MOST_TOGETHER) };
  },
  async sortPieces(call) {
    const { school, params, body } = call;
    const by = caller(call).id;
    sort(school, by, params.courseId, body);
    return {
      taught: body.kind === 'place' ? await teach(school, params.courseId) : 0,
      ...countSteps(school.db, by, params.courseId),
    };
  },
  async undoSorting(call) {
    const { school, params } = call;
    const by = caller(call).id;
    await school.piles.inTurn(params.courseId, () => undo(school, by, params.courseId));
    readTableLater(school, params.courseId);
    return { taught: 0, ...countSteps(school.db, by, params.courseId) };
  },
  async redoSorting(call) {
    const { school, params } = call;
    const by = caller(call).id;
    redo(school, by, params.courseId);
    const taught = await teach(school, params.courseId);
    return { taught, ...countSteps(school.db, by, params.courseId) };
  },
  listKnownWords: ({ school, params }) => listKnownWords(school.db, params.courseId),
  forgetWords(call) {
    const { school, params, body } = call;
    together(school.db, () => forgetWords(school, caller(call).id, params.courseId, body.words));
    readTableLater(school, params.courseId);
    return {};
  },
} satisfies Partial<JsonHandlers>;

async function sendPilePiece({ school, params, query, response }: Call<'readPilePiece'>): Promise<void> {
  const { path, mime, sha256 } = findPilePiece(school.db, params.pilePieceId);
  if (sha256 === null) throw new Failure('not-found');
  await sendKept(
    school,
    { name: path.split('/').at(-1)!, mime, sha256 },
    query.download !== undefined,
    response,
  );
}

export const pileStreams = { readPilePiece: sendPilePiece } satisfies Partial<StreamHandlers>;
