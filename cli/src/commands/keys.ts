import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { readOptions } from './options';
import { readMoment } from './readMoment';
import { withKept } from './withKept';

/** `keys` prints what somebody could open at a moment, with how much and why, a line for each (docs/formats.md). */
export async function keys(args: readonly string[], world: Surroundings): Promise<ExitCode> {
  const { data, person, at } = readOptions(args, ['data', 'person'], ['at']);
  const moment = readMoment(at);
  return withKept(data, world, (kept): ExitCode => {
    const found = kept.keys(person, moment);
    if (!found) throw new WrongCall(`--person ${person}: there is no such person`);
    for (const one of found) world.out(JSON.stringify(one));
    return 0;
  });
}
