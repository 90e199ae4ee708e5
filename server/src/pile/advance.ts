import { toInstant, type PileId } from '@vestibul/core';
import { tellOfSubmission, tellStaff } from '../http/tell';
import type { School } from '../school';
import { endSending, findPile, layDown, listQuiet, listUnfinished } from '../store/piles';
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
      const input = { folder: school.folder, pile: id, cancel: piles.cancelFlag(id) };
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

/** Takes piles for whole whose page was closed while it sent, and goes on with them. */
export function endQuietPiles(school: School): void {
  const since = toInstant(Date.parse(school.now()) - QUIET_MS);
  for (const id of listQuiet(school.db, since)) {
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
