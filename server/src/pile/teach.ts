import type { CourseId, PieceNote } from '@vestibul/core';
import { tellStaff } from '../http/tell';
import type { School } from '../school';
import { countOnTable } from '../store/piles';
import { runJob } from '../threads/runJob';
import { placeAll } from './advance';

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

/** The course has changed in what tells whose work is and what it is for: its staff's pages and its table are read again. */
export function tellCourseChanged(school: School, course: CourseId): void {
  tellStaff(school, course);
  readTableLater(school, course);
}

function readAgain(school: School, course: CourseId, note: PieceNote | ''): Promise<number> {
  return school.piles.inTurn(course, async () => {
    const told = await runJob('readAgain', { school: school.forThread, course, note });
    // It may have been closed meanwhile; what is told is placed when it opens again.
    for (const pile of told.piles) if (school.db.open) await placeAll(school, pile);
    return told.pieces;
  });
}
