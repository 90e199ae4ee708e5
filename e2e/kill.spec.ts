import { createHash, randomUUID } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { openForReading } from './support/readDatabase';
import { Application } from './support/Application';
import { Device } from './support/Device';
import { seeded, seededBytes } from './support/seeded';
import { expectTidy } from './support/tidy';
import { expect, test } from './support/journey';

const STUDENTS = 20;
const UPLOADS_EACH = 10;
const KILLS = 12;
interface Acknowledged {
  name: string;
  sha256: string;
  bytes: number;
}

test(`kill -9 at random moments during ${STUDENTS * UPLOADS_EACH} uploads by ${STUDENTS} students loses nothing that was acknowledged`, async () => {
  const school = await Application.start({ template: process.env.VESTIBUL_DEMO_TEMPLATE!, demo: true });
  const before = readPieces(school.folder);
  const people = readStudents(school.folder).slice(0, STUDENTS);

  let isDone = false;
  const work = Promise.all(
    people.map(async ({ id, assignment }, who): Promise<Acknowledged[]> => {
      const device = await Device.of(school, id);
      const acknowledged: Acknowledged[] = [];
      for (let n = 0; n < UPLOADS_EACH; n += 1) {
        const seed = who * UPLOADS_EACH + n;
        const bytes = seededBytes(seed, seeded(seed)(1, 300_000));
        const upload = await device.upload({ assignmentId: assignment }, `${n}.bin`, bytes);
        const press = { key: randomUUID(), uploadIds: [upload] };
        for (;;) {
          const answer = await device.send('POST', `/api/assignments/${assignment}/turn-ins`, press);
          const data = (await answer.json()) as { pieces: Acknowledged[]; error?: { code: string } };
          if (data.error?.code === 'still-arriving') continue;
          expect(answer.status, JSON.stringify(data)).toBe(200);
          expect(data.pieces[0]!.sha256).toBe(createHash('sha256').update(bytes).digest('hex'));
          acknowledged.push(...data.pieces);
          break;
        }
      }
      return acknowledged;
    }),
  ).finally(() => {
    isDone = true;
  });
  const wait = seeded(11);
  let kills = 0;
  while (!isDone && kills < KILLS) {
    await new Promise((resolve) => setTimeout(resolve, wait(50, 900)));
    if (isDone) break;
    await school.kill();
    kills += 1;
    await school.run();
  }
  const acknowledged = (await work).flat();
  await school.kill();
  await school.run();
  await school.kill();

  expect(kills).toBeGreaterThanOrEqual(5);
  expect(acknowledged).toHaveLength(STUDENTS * UPLOADS_EACH);
  const after = readPieces(school.folder).filter(
    (piece) => !before.some((known) => known.name === piece.name),
  );
  // Everything acknowledged is in a slot, and nothing else is.
  expect(after.map((piece) => piece.name).sort()).toEqual(acknowledged.map((piece) => piece.name).sort());
  for (const piece of after) {
    const bytes = fs.readFileSync(path.join(school.folder, 'vault', piece.sha256.slice(0, 2), piece.sha256));
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(piece.sha256);
    expect(bytes).toHaveLength(piece.bytes);
    expect(piece.lines, `ledger lines of ${piece.name}`).toBe(1);
  }
  test.info().annotations.push({
    type: 'measured',
    description: `${acknowledged.length} uploads acknowledged over ${kills} kills`,
  });
  console.log(
    `${acknowledged.length} uploads acknowledged over ${kills} kills; all in their slots, nothing else`,
  );
  expectTidy(school.folder);
  await school.close();
});

interface PieceRow extends Acknowledged {
  lines: number;
}

/** What is in the slots, with how many ledger lines tell of each with its hash; read past the server. */
function readPieces(folder: string): PieceRow[] {
  return openForReading(folder).all<PieceRow>(
    `SELECT q.name, q.sha256, q.bytes, (SELECT COUNT(*) FROM event e WHERE e.kind = 'piece placed'
       AND json_extract(e.canonical, '$.about.piece') = q.id AND json_extract(e.canonical, '$.facts.sha256') = q.sha256) AS lines
     FROM piece q`,
  );
}

function readStudents(folder: string): { id: string; assignment: string }[] {
  return openForReading(folder).all<{ id: string; assignment: string }>(
    `SELECT e.student_id AS id, (SELECT d.assignment_id FROM assignment_due d JOIN assignment a ON a.id = d.assignment_id
       WHERE d.period_id = e.period_id AND a.appeared_at IS NOT NULL ORDER BY d.due_at DESC LIMIT 1) AS assignment
     FROM enrolment e WHERE e.left_at IS NULL ORDER BY e.student_id`,
  );
}
