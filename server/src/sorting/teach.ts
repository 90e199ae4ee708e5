import type { CourseId, PieceNote, PileId } from '@vestibul/core';
import { tellStaff } from '../courses/tellStaff';
import type { School } from '../platform/School';
import { together } from '../platform/database/database';
import { countOnTable, keepAnswer } from './pilePieces';
import { runJob } from '../platform/runJob';
import { placeAll } from './advance';
import type { ReadAgain } from './pileJobs';
import { writeInTurn } from './writeInTurn';

/**
 * Reads again what lies on a course's table after somebody decided something, and places what is told now. Returns how
 * many pieces that placed.
 */
export function teach(school: School, course: CourseId): Promise<number> {
  return readAgain(school, course, 'taught');
}

/**
 * The same after the course itself changed: its roster, its assignments, or what is known of words. Nobody waits for it;
 * the pages are told when it is done.
 */
export function readTableLater(school: School, course: CourseId): void {
  if (countOnTable(school.db, course, 'to sort') === 0) return;
  readAgain(school, course, '').then(() => {
    if (school.db.open) tellStaff(school, course);
  }, school.report);
}

function readAgain(school: School, course: CourseId, note: PieceNote | ''): Promise<number> {
  return school.piles.inTurn(course, async () => {
    const told = new Set<PileId>();
    let pieces = 0;
    const found = writeInTurn(school, (changed: readonly ReadAgain[]) =>
      together(school.db, () => {
        for (const { piece, found: answer } of changed) {
          if (!keepAnswer(school.db, piece, answer) || answer.state !== 'told') continue;
          pieces += 1;
          told.add(piece.pileId);
        }
      }),
    );
    await runJob(
      'readAgain',
      { school: school.forThread, course, note },
      { onPart: (changed) => found.add(changed) },
    );
    await found.done();
    // It may have been closed meanwhile; what is told is placed when it opens again.
    for (const pile of told) if (school.db.open) await placeAll(school, pile);
    return pieces;
  });
}
