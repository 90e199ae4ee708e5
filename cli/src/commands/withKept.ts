import type { Kept } from '@vestibul/server/kept';
import { WrongCall, type Surroundings } from '../surroundings';

/** Does something with what a data folder holds, and closes it after. */
export async function withKept<Result>(
  data: string,
  world: Surroundings,
  work: (kept: Kept) => Result | Promise<Result>,
): Promise<Result> {
  const kept = await world.openKept(data).catch(() => {
    throw new WrongCall(`${data}: holds no school; name the data folder of the server`);
  });
  try {
    return await work(kept);
  } finally {
    kept.close();
  }
}
