import type { CourseId } from '@vestibul/core';
import type { School } from '../school';
import { runJob } from '../threads/runJob';
import { placeAll } from './advance';

/**
 * Reads again what lies on a course's table after somebody decided something, and places what is told now. Returns how
 * many pieces that placed.
 */
export async function teach(school: School, course: CourseId): Promise<number> {
  const told = await runJob('readAgain', { folder: school.folder, course });
  for (const pile of told.piles) await placeAll(school, pile);
  return told.pieces;
}
