import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { readOptions } from './options';
import { withKept } from './withKept';

/** `annotations` prints what was said of the work of an assignment, as a W3C Web Annotation Collection (docs/formats.md). */
export async function annotations(args: readonly string[], world: Surroundings): Promise<ExitCode> {
  const { data, assignment } = readOptions(args, ['data', 'assignment']);
  return withKept(data, world, (kept): ExitCode => {
    const collection = kept.annotations(assignment);
    if (!collection) throw new WrongCall(`--assignment ${assignment}: there is no such assignment`);
    world.out(JSON.stringify(collection, null, 1));
    return 0;
  });
}
