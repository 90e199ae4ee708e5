import path from 'node:path';
import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { readOptions } from './options';
import { withKept } from './withKept';

/**
 * `marks` writes a course's mark book (docs/formats.md): as a table with a second one of what stands behind it, as a workbook
 * with both, or into a folder as a gradebook package.
 */
export async function marks(args: readonly string[], world: Surroundings): Promise<ExitCode> {
  const { data, course, out } = readOptions(args, ['data', 'course', 'out']);
  return withKept(data, world, async (kept): Promise<ExitCode> => {
    const book = kept.marks(course);
    if (!book) throw new WrongCall(`--course ${course}: there is no such course`);
    const kind = path.extname(out).toLowerCase();
    const files: [string, string | Uint8Array][] =
      kind === '.csv'
        ? [
            [out, book.table()],
            [`${out.slice(0, -kind.length)}-details.csv`, book.details()],
          ]
        : kind === '.xlsx'
          ? [[out, await book.workbook()]]
          : book.gradebook().map(({ name, text }) => [path.join(out, name), text]);
    for (const [file, bytes] of files) {
      await world.write(file, bytes).catch(() => {
        throw new WrongCall(`${file}: cannot be written; name a place that is there and has room`);
      });
      world.out(file);
    }
    return 0;
  });
}
