import { tell, tellFailure } from '../messages/Notices';
import { sendPile } from '../../state/pileSending';
import type { DropPlace } from './DropHere';
import { nameOfPile, withPaths } from './pileFiles';

/** Brings what was dropped as a pile. */
export async function bringDropped(
  { course, periodId = null, assignmentId = null, says }: DropPlace,
  dropped: readonly File[],
): Promise<void> {
  const files = withPaths(dropped);
  const result = await sendPile(course.id, files, { name: nameOfPile(files), periodId, assignmentId });
  if (typeof result !== 'string') tellFailure(result.failure);
  else tell(`The pile${says ? ` ${says}` : ''} is on its way; what isn’t sure goes to the sorting table.`);
}
