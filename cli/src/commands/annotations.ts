import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { readOptions } from './options';

/** `annotations` prints what was said of the work of an assignment, as a W3C Web Annotation Collection (docs/formats.md). */
export async function annotations(args: readonly string[], world: Surroundings): Promise<ExitCode> {
  const { data, assignment } = readOptions(args, ['data', 'assignment']);
  const kept = await world.openKept(data).catch(() => {
    throw new WrongCall(`${data}: holds no school; name the data folder of the server`);
  });
  try {
    const collection = kept.annotations(assignment);
    if (!collection) throw new WrongCall(`--assignment ${assignment}: there is no such assignment`);
    world.out(JSON.stringify(collection, null, 1));
    return 0;
  } finally {
    kept.close();
  }
}
