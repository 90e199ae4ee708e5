import path from 'node:path';
import { ALIKE_FROM, findAlike, type ComparedWork } from '@vestibul/core';
import { WrongCall, type ExitCode, type Surroundings } from '../surroundings';
import { readOptionsAndRest } from './options';
import { readInsideOf } from './readWorks';

/** `alike` prints each pair of files of a folder that are nearly the same text, or the same bytes (docs/formats.md). */
export async function alike(args: readonly string[], world: Surroundings): Promise<ExitCode> {
  const { options, rest } = readOptionsAndRest(args, [], ['blank', 'from']);
  const [folder] = rest;
  if (folder === undefined || rest.length > 1) throw new WrongCall('');
  const from = options.from === undefined ? ALIKE_FROM : Number(options.from);
  if (options.from === '' || !(from >= 0 && from <= 1))
    throw new WrongCall(`--from ${options.from}: write a number from 0 to 1`);
  const files = await world.listFiles(folder).catch((error: unknown) => {
    throw new WrongCall(`${folder}: cannot be read; name a folder that is there`, { cause: error });
  });
  const given = options.blank === undefined ? [] : [await readInsideOf(options.blank, world).then(compared)];
  const works: ComparedWork[] = [];
  // What cannot be read inside is compared by its bytes.
  for (const file of files) works.push(compared(await world.readWork(path.join(folder, file))));
  for (const { a, b, ...pair } of findAlike(works, { given, from }))
    world.out(JSON.stringify({ a: files[a], b: files[b], ...pair }));
  return 0;
}

const compared = ({ sha256, inside }: Awaited<ReturnType<Surroundings['readWork']>>): ComparedWork => ({
  text: inside?.text ?? '',
  bytes: sha256,
});
