import { createHash, randomBytes, randomInt, randomUUID } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { openForReading } from './support/readDatabase';
import { Application } from './support/Application';
import { expect, test } from './support/journey';

const STUDENTS = 20;
const UPLOADS_EACH = 10;
const KILLS = 12;
/** How long a device goes on asking a school that does not answer; the page goes on for minutes. */
const PATIENCE_MS = 60_000;

interface Acknowledged {
  name: string;
  sha256: string;
  bytes: number;
}

/** A student's device that does not give up: every request is tried until it is answered. */
class Device {
  constructor(
    private readonly school: Application,
    private readonly cookie: string,
  ) {}

  async request(
    method: string,
    target: string,
    headers: Record<string, string>,
    body?: BodyInit,
  ): Promise<Response> {
    const patientUntil = Date.now() + PATIENCE_MS;
    while (Date.now() < patientUntil) {
      try {
        const response = await fetch(this.school.address + target, {
          method,
          headers: { Origin: this.school.address, Cookie: this.cookie, ...headers },
          ...(body === undefined ? {} : { body }),
        });
        const text = await response.text();
        return new Response(response.status === 204 ? null : text, {
          status: response.status,
          headers: response.headers,
        });
      } catch {
        // Nobody answered: the server is down, or died in the middle of it.
        await new Promise((resolve) => setTimeout(resolve, 25));
      }
    }
    throw new Error('the school did not come back');
  }

  /** Uploads by the tus protocol, going on where the server says it is, anew when it knows nothing of it. */
  async upload(assignment: string, name: string, bytes: Buffer): Promise<string> {
    const base64 = (text: string) => Buffer.from(text).toString('base64');
    for (;;) {
      const created = await this.request('POST', '/api/uploads', {
        'Tus-Resumable': '1.0.0',
        'Upload-Length': String(bytes.length),
        'Upload-Metadata': `filename ${base64(name)},assignmentId ${base64(assignment)}`,
      });
      if (created.status !== 201) throw new Error(`refused: ${created.status} ${await created.text()}`);
      const url = created.headers.get('location')!;
      if (await this.sendAll(url, bytes)) return url.split('/').at(-1)!;
    }
  }

  private async sendAll(url: string, bytes: Buffer): Promise<boolean> {
    for (;;) {
      const head = await this.request('HEAD', url, { 'Tus-Resumable': '1.0.0' });
      if (head.status !== 200) return false;
      const offset = Number(head.headers.get('upload-offset'));
      if (offset === bytes.length) return true;
      const part = new Uint8Array(bytes.subarray(offset, offset + 64 * 1024));
      await this.request(
        'PATCH',
        url,
        {
          'Tus-Resumable': '1.0.0',
          'Upload-Offset': String(offset),
          'Content-Type': 'application/offset+octet-stream',
        },
        part,
      );
    }
  }
}

test(`kill -9 at random moments during ${STUDENTS * UPLOADS_EACH} uploads by ${STUDENTS} students loses nothing that was acknowledged`, async () => {
  test.setTimeout(180_000);
  const school = await Application.start({ template: process.env.VESTIBUL_DEMO_TEMPLATE!, demo: true });
  const before = readPieces(school.folder);
  const people = readStudents(school.folder).slice(0, STUDENTS);

  let isDone = false;
  const work = Promise.all(
    people.map(async ({ id, assignment }): Promise<Acknowledged[]> => {
      const stranger = new Device(school, '');
      const signedIn = await stranger.request(
        'POST',
        '/api/demo/session',
        { 'Content-Type': 'application/json' },
        JSON.stringify({ personId: id }),
      );
      const device = new Device(school, signedIn.headers.get('set-cookie')!.split(';')[0]!);
      const acknowledged: Acknowledged[] = [];
      for (let n = 0; n < UPLOADS_EACH; n += 1) {
        const bytes = randomBytes(randomInt(1, 300_000));
        const upload = await device.upload(assignment, `${n}.bin`, bytes);
        const press = JSON.stringify({ key: randomUUID(), uploadIds: [upload] });
        for (;;) {
          const answer = await device.request(
            'POST',
            `/api/assignments/${assignment}/turn-ins`,
            { 'Content-Type': 'application/json' },
            press,
          );
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
  let kills = 0;
  while (!isDone && kills < KILLS) {
    await new Promise((resolve) => setTimeout(resolve, randomInt(50, 900)));
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
