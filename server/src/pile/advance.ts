import { toInstant, type PileId } from '@vestibul/core';
import { tellOfSubmission, tellStaff } from '../http/tell';
import { finishArrivals, forgetArriving, holdingArriving, isWhole, lastByteAt } from '../intake/receive';
import type { School } from '../school';
import { together } from '../store/database';
import { addPilePiece, endSending, findPile, layDown, listQuiet, listUnfinished } from '../store/piles';
import { dropUpload, listHalfSent } from '../store/uploads';
import { runJob } from '../threads/runJob';
import { placeTold } from './place';

/**
 * Goes on with a pile until nothing of it is left to do: takes out what has arrived, reads it, and places what is told.
 * The heavy part is done in threads. Returns at once where somebody is at it already.
 */
export async function advancePile(school: School, id: PileId): Promise<void> {
  const { piles } = school;
  if (!piles.begin(id)) return;
  try {
    const { courseId, cancelledAt } = findPile(school.db, id);
    if (cancelledAt === null) {
      const input = { school: school.forThread, pile: id, cancel: piles.cancelFlag(id) };
      const report = (done: number, total: number) => piles.step(id, { done, total });
      piles.step(id, { step: 'taking out', done: 0, total: 0 });
      await runJob('takeOut', input, report);
      piles.step(id, { step: 'reading', done: 0, total: 0 });
      await runJob('readPieces', input, report);
      // Files of one student for one assignment are one attempt, so nothing is placed before all have come.
      if (findPile(school.db, id).sentAt !== null) await placeAll(school, id);
      tellStaff(school, courseId);
    }
  } finally {
    if (school.db.open && findPile(school.db, id).cancelledAt !== null) layDown(school.db, id);
    if (piles.end(id) && school.db.open) void advancePile(school, id).catch(school.report);
  }
}

/** Places what is told of a pile, some at a time so that requests get their turn; what was placed is told at once. */
export async function placeAll(school: School, id: PileId): Promise<void> {
  school.piles.step(id, { step: 'placing', done: 0, total: 0 });
  while (!school.piles.isCancelled(id)) {
    await school.gate.pass();
    const placed = placeTold(school, id);
    if (placed === null) return;
    for (const submission of placed) tellOfSubmission(school, submission);
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
          addPilePiece(school, pile, {
            uploadId: upload.id,
            entry: -1,
            path: upload.originalName,
            bytes: upload.bytes,
            modifiedAt: null,
            taken: null,
            refusal: 'half-sent',
          });
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
