import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { pathOf, type AnswerOf } from '@vestibul/contract';
import { makeRandom } from '@vestibul/core/testing/pile';
import { SESSION_COOKIE, startSession, type School } from '@vestibul/server';
import { openServer } from './furnish';
import { makeLargeSchool, type Size } from './largeSchool';
import { startApart } from './startApart';
import { middle, round } from './timing';

const SIZE: Size = { students: 2000, courses: 1, perCourse: 2000, assignments: 1 };
const WORDS = 600;
/** Works that are another's, with some words changed. */
const PLANTED = 20;
/** Every so manieth word of a planted work is another. */
const CHANGED_EVERY = 60;
/** Between requests of somebody who looks at something else meanwhile, in milliseconds. */
const PAUSE_MS = 40;
const PATIENCE_MS = 300_000;

/**
 * Works that are much the same among 2,000 of one assignment, through the server: from the first look until all is read and
 * compared, and how long somebody else's requests take meanwhile, against the same before.
 */
export async function measureAlike(folder: string): Promise<string[]> {
  const furnished = await openServer(folder);
  const { assignment, course, teacher } = makeLargeSchool(furnished.school, SIZE);
  writeTexts(furnished.school);
  const headers = { Cookie: `${SESSION_COOKIE}=${startSession(furnished.school, teacher)}` };
  await furnished.close();
  const { address, close } = await startApart(folder);
  const timed = async (route: string): Promise<number> => {
    const from = performance.now();
    const answer = await fetch(address + route, { headers });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`${route}: ${answer.status}`);
    return performance.now() - from;
  };
  const look = async () => {
    const answer = await fetch(address + pathOf('readAlike', { assignmentId: assignment }), { headers });
    return (await answer.json()) as AnswerOf<'readAlike'>;
  };
  const another = pathOf('readCourse', { courseId: course });
  try {
    const before: number[] = [];
    for (let i = 0; i < 100; i += 1) before.push(await timed(another));
    const meanwhile: number[] = [];
    const from = performance.now();
    await look();
    for (let looked = from; ;) {
      meanwhile.push(await timed(another));
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
      if (performance.now() - looked < 1000) continue;
      looked = performance.now();
      const { isLooking, failed, pairs } = await look();
      const took = (performance.now() - from) / 1000;
      if (took * 1000 > PATIENCE_MS || failed) throw new Error('the works were not compared');
      if (isLooking) continue;
      const slowest = (times: readonly number[]) =>
        times.toSorted((a, b) => a - b).at(-Math.ceil(times.length / 100))!;
      return [
        `works much the same among ${SIZE.perCourse} of ${WORDS} words: read and compared in ${round(took, 0)} s (limit 60 s), ${pairs.length} pairs found of ${PLANTED} planted`,
        `a request of somebody else meanwhile: middle ${round(middle(meanwhile))} ms, 99 in 100 within ${round(slowest(meanwhile))} ms; before, ${round(middle(before))} and ${round(slowest(before))} ms (${round(middle(meanwhile) / middle(before))} × and ${round(slowest(meanwhile) / slowest(before))} ×)`,
      ];
    }
  } finally {
    await close();
  }
}

/** Gives every piece a text of its own for its bytes; the last ones are texts of others with some words changed. */
function writeTexts({ db, vault }: School): void {
  const pieces = db.prepare('SELECT id, file_id AS file FROM piece ORDER BY id').all() as {
    id: string;
    file: string;
  }[];
  const random = makeRandom(20_261);
  const word = () => `w${Math.floor(random() * 4000).toString(36)}`;
  const texts = pieces.map(() => Array.from({ length: WORDS }, word));
  for (let i = 0; i < PLANTED; i += 1)
    texts[texts.length - 1 - i] = texts[i]!.map((same, at) => (at % CHANGED_EVERY === 0 ? word() : same));
  const changePiece = db.prepare(
    "UPDATE piece SET sha256 = ?, mime = 'text/plain', extension = 'txt', bytes = ? WHERE id = ?",
  );
  const changeFile = db.prepare(
    "UPDATE file SET sha256 = ?, mime = 'text/plain', extension = 'txt', bytes = ? WHERE id = ?",
  );
  db.transaction(() =>
    pieces.forEach(({ id, file }, i) => {
      const bytes = Buffer.from(texts[i]!.join(' '));
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      const target = vault.pathOf(sha256 as Parameters<typeof vault.pathOf>[0]);
      fs.mkdirSync(path.dirname(target), { recursive: true });
      fs.writeFileSync(target, bytes);
      changePiece.run(sha256, bytes.length, id);
      changeFile.run(sha256, bytes.length, file);
    }),
  )();
}
