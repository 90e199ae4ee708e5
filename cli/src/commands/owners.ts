import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { readOptions } from './options';
import { readMoment } from './readMoment';
import { withKept } from './withKept';

/** `owners` prints whose each file of a course was, where it lay and who could open it, a line for each (docs/formats.md). */
export async function owners(args: readonly string[], world: Surroundings): Promise<ExitCode> {
  const { data, course, at } = readOptions(args, ['data', 'course'], ['at']);
  const moment = readMoment(at);
  return withKept(data, world, (kept): ExitCode => {
    const found = kept.owners(course, moment);
    if (!found) throw new WrongCall(`--course ${course}: there is no such course`);
    for (const one of found) world.out(JSON.stringify(one));
    return 0;
  });
}
