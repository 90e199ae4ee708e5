import { whyNot } from '../damage/whyNot';
import type { WhyNot } from '../NotShown';

/** Why a sound or a video came to nothing: whether it is damaged or recorded in a way this browser does not know, browsers do not say. */
export async function whyNotPlayed(source: string): Promise<WhyNot> {
  const why = await whyNot(source);
  return why === 'damaged' ? 'unplayable' : why;
}
