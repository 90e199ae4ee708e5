import { progressOf } from '@vestibul/core';
import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { readOptionsAndRest } from './options';
import { readInsideOf } from './readWorks';

/**
 * `progress` prints for each copy how far it is from its blank (docs/formats.md). A copy that cannot be read is said on the
 * error output, and the others are told all the same.
 */
export async function progress(args: readonly string[], world: Surroundings): Promise<ExitCode> {
  const { options, rest: copies } = readOptionsAndRest(args, ['blank']);
  if (copies.length === 0) throw new WrongCall('');
  const blank = await readInsideOf(options.blank, world);
  let code: ExitCode = 0;
  for (const file of copies)
    try {
      const { inside } = await readInsideOf(file, world);
      world.out(JSON.stringify({ file, ...progressOf(blank.inside, inside) }));
    } catch (error) {
      if (!(error instanceof WrongCall)) throw error;
      world.err(error.message);
      code = 2;
    }
  return code;
}
