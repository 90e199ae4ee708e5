import { toInstant, type PileId, type PilePieceId, type UploadId } from '@vestibul/core';
import { tellStaff } from '../courses/tellStaff';
import { finishArrivals, forgetArriving, holdingArriving, isWhole, lastByteAt } from '../intake/receive';
import { isDiskFull } from '../platform/failure';
import type { School } from '../platform/School';
import { together } from '../platform/database/database';
import { addPilePieces, countDeath, layDown, listDeadly } from './pilePieces';
import {
  endSending,
  findPile,
  listQuiet,
  listUnfinished,
  listWithoutRoom,
  setPileWithoutRoom,
  type PileRow,
} from './piles';
import { dropUpload, endUnpacked, listHalfSent, listToTakeOut, type ArrivedUpload } from '../intake/uploads';
import { JobEnded, runJob } from '../platform/runJob';
import { keepRead } from './keepRead';
import { placeTold } from './place';
import { writeInTurn } from './writeInTurn';

/** How often one ZIP file or one piece may end the thread that reads it, and how often all of a pile may. */
const MOST_DEATHS = 2;
const MOST_DEATHS_OF_PILE = 8;

/**
 * Goes on with a pile until nothing of it is left to do: takes out what has arrived, reads it, and places what is told.
 * The heavy part is done in threads. Returns at once where somebody is at it already. Without room it stops, and goes on
 * once there is some.
 */
export async function advancePile(school: School, id: PileId): Promise<void> {
  const { piles } = school;
  if (!piles.begin(id)) return;
  try {
    const pile = findPile(school.db, id);
    if (pile.cancelledAt === null) {
      await advance(school, pile);
      tellStaff(school, pile.courseId);
    }
  } finally {
    if (school.db.open && findPile(school.db, id).cancelledAt !== null) layDown(school.db, id);
    if (piles.end(id) && school.db.open) void advancePile(school, id).catch(school.report);
  }
}

async function advance(school: School, pile: PileRow): Promise<void> {
  const { id } = pile;
  try {
    await takeOut(school, pile);
    await readAll(school, pile);
    // Files of one student for one assignment are one attempt, so nothing is placed before all have come.
    if (findPile(school.db, id).sentAt !== null) await placeAll(school, id);
    if (pile.noRoomAt !== null && school.db.open) setPileWithoutRoom(school, id, false);
  } catch (error) {
    if (!isDiskFull(error)) throw error;
    setPileWithoutRoom(school, id, true);
  }
}

/** Takes what has arrived for a pile out of it: the entries of ZIP files, and files as they are. */
async function takeOut(school: School, pile: PileRow): Promise<void> {
  school.piles.step(pile.id, { step: 'taking out', done: 0, total: 0 });
  for (const upload of listToTakeOut(school.db, pile.id)) {
    if (school.piles.isCancelled(pile.id)) return;
    await school.gate.pass();
    if (upload.extension === 'zip') await unpack(school, pile, upload);
    else takeWhole(school, pile, upload);
  }
}

const alone = ({ id, originalName, bytes }: ArrivedUpload) => ({
  uploadId: id,
  entry: -1,
  path: originalName,
  bytes,
  modifiedAt: null,
});

function takeWhole(school: School, pile: PileRow, upload: ArrivedUpload): void {
  const { sha256, mime, extension } = upload;
  together(school.db, () => {
    addPilePieces(school, pile, [{ ...alone(upload), taken: { sha256, mime, extension }, refusal: '' }]);
    endUnpacked(school, upload.id);
  });
}

async function unpack(school: School, pile: PileRow, upload: ArrivedUpload): Promise<void> {
  const end = await unpackInThread(school, pile, upload.id);
  if (end === 'stopped') return;
  await school.gate.pass();
  together(school.db, () => {
    if (end !== 'done') addPilePieces(school, pile, [{ ...alone(upload), taken: null, refusal: end }]);
    endUnpacked(school, upload.id);
  });
}

/** Takes a ZIP file apart in a thread. One that ends its thread again and again is taken for damaged. */
async function unpackInThread(
  school: School,
  pile: PileRow,
  upload: UploadId,
): Promise<'done' | 'stopped' | 'not-a-zip' | 'corrupt'> {
  for (let deaths = 0; deaths < MOST_DEATHS; deaths += 1) {
    const found = writeInTurn(school, (pieces: Parameters<typeof addPilePieces>[2]) =>
      addPilePieces(school, pile, pieces),
    );
    try {
      const end = await runJob(
        'unpack',
        { school: school.forThread, upload, cancel: school.piles.cancelFlag(pile.id) },
        {
          onProgress: (done, total) => school.piles.step(pile.id, { done, total }),
          onPart: (pieces) => found.add(pieces),
        },
      );
      await found.done();
      if (end === 'no-room') throw Object.assign(new Error('no room to unpack'), { code: 'ENOSPC' });
      return end;
    } catch (error) {
      await found.done();
      if (!(error instanceof JobEnded)) throw error;
      school.report(error);
    }
  }
  return 'corrupt';
}

/** Reads every piece of a pile that was not read yet. A piece that ends its thread twice goes to the table unread. */
async function readAll(school: School, pile: PileRow): Promise<void> {
  school.piles.step(pile.id, { step: 'reading', done: 0, total: 0 });
  // What is handed out with the assignments is read before the pieces, and can be as bad.
  let diedBefore = false;
  for (;;) {
    const deadly = listDeadly(school.db, pile.id);
    const byNamesAlone =
      diedBefore || deadly.reduce((sum, { deaths }) => sum + deaths, 0) >= MOST_DEATHS_OF_PILE;
    const unread = new Set(deadly.filter(({ deaths }) => deaths >= MOST_DEATHS).map(({ id }) => id));
    const isUnread = { has: (id: PilePieceId) => byNamesAlone || unread.has(id) };
    let at: PilePieceId | null = null;
    const found = writeInTurn(school, (read: Parameters<typeof keepRead>[1]) =>
      keepRead(school, read, isUnread),
    );
    try {
      await runJob(
        'readPieces',
        {
          school: school.forThread,
          pile: pile.id,
          unread: [...unread],
          byNamesAlone,
          cancel: school.piles.cancelFlag(pile.id),
        },
        {
          onProgress: (done, total) => school.piles.step(pile.id, { done, total }),
          onPart: (part) => {
            if ('begins' in part) at = part.begins;
            else found.add(part.read);
          },
        },
      );
      return await found.done();
    } catch (error) {
      await found.done();
      if (!(error instanceof JobEnded) || byNamesAlone) throw error;
      school.report(error);
      await school.gate.pass();
      if (at === null) diedBefore = true;
      else countDeath(school.db, at);
    }
  }
}

/** Places what is told of a pile, some at a time so that requests get their turn; what was placed is told at once. */
export async function placeAll(school: School, id: PileId): Promise<void> {
  school.piles.step(id, { step: 'placing', done: 0, total: 0 });
  while (!school.piles.isCancelled(id)) {
    await school.gate.pass();
    if (!placeTold(school, id)) return;
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/** How long nothing may have come of a pile before it is taken for whole, though its sender did not say so. */
const QUIET_MS = 120_000;
/** How long no byte may have come of a file that came in part: a laptop may find its way back to the network. */
const LOST_MS = 600_000;

/**
 * Takes piles for whole whose page was closed while it sent, and goes on with them. Of what came only in part nothing is
 * kept; it is told among what was refused.
 */
export async function endQuietPiles(school: School): Promise<void> {
  const since = toInstant(Date.parse(school.now()) - QUIET_MS);
  for (const id of listQuiet(school.db, since)) {
    // What has come whole and could not be taken in yet is no half; it is taken in first.
    await finishArrivals(school, listHalfSent(school.db, id));
    const halfSent = listHalfSent(school.db, id);
    const mayGoOn = await Promise.all(
      halfSent.map(
        async (upload) =>
          (await isWhole(school, upload)) || Date.now() - (await lastByteAt(school, upload.id)) < LOST_MS,
      ),
    );
    if (mayGoOn.includes(true)) continue;
    const pile = findPile(school.db, id);
    for (const upload of halfSent)
      await holdingArriving(school, upload.id, async () => {
        together(school.db, () => {
          dropUpload(school, upload.id);
          addPilePieces(school, pile, [
            {
              uploadId: upload.id,
              entry: -1,
              path: upload.originalName,
              bytes: upload.bytes,
              modifiedAt: null,
              taken: null,
              refusal: 'half-sent',
            },
          ]);
        });
        await forgetArriving(school, upload.id);
      });
    endSending(school, id);
    void advancePile(school, id).catch(school.report);
  }
}

/** Goes on after a restart with every pile that was not done. */
export function resumePiles(school: School): number {
  const unfinished = listUnfinished(school.db);
  for (const id of unfinished) void advancePile(school, id).catch(school.report);
  return unfinished.length;
}

/** Goes on with piles that had no room, where there is some again. */
export async function resumeWithoutRoom(school: School): Promise<void> {
  const waiting = listWithoutRoom(school.db);
  if (waiting.length === 0) return;
  try {
    await school.room.look();
  } catch (error) {
    if (isDiskFull(error)) return;
    throw error;
  }
  for (const id of waiting) await advancePile(school, id);
}
