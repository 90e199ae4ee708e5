import type { Extracted } from '@vestibul/core';
import { WrongCall, type Surroundings } from '../surroundings';

/** Reads what is in a file that a call names. */
export async function readInsideOf(
  file: string,
  { readWork }: Surroundings,
): Promise<{ sha256: string; inside: Extracted }> {
  const { sha256, inside } = await readWork(file).catch((error: unknown) => {
    throw new WrongCall(`${file}: cannot be read; name a file that is there`, { cause: error });
  });
  if (!inside)
    throw new WrongCall(`${file}: damaged, or locked by a password; open it and save it without one`);
  return { sha256, inside };
}
