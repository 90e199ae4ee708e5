import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { parseBuffer } from 'music-metadata';
import type { Sha256 } from '@vestibul/core';
import { bounds } from '../platform/runJob';
import { TestSchool } from '../testing/TestSchool';
import { finishRecording } from './finishRecording';

/** Recordings of three seconds, as Chromium's recorder writes them of its made-up camera and microphone. */
const recordings = path.join(import.meta.dirname, 'testing');
const read = (name: string) => fs.readFileSync(path.join(recordings, name));

const forms = [
  ['camera.webm', 'video/webm'],
  ['sound.weba', 'audio/webm'],
  ['camera.mp4', 'video/mp4'],
] as const;

/** How long a parser that is not ours (music-metadata) finds a file to be by its head alone, in seconds. */
const lengthOf = async (bytes: Uint8Array, mimeType: string) =>
  (await parseBuffer(bytes, { mimeType }, { duration: false })).format.duration;

describe('a recording written anew', () => {
  let folder: string;
  beforeAll(() => {
    folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-recording-'));
  });
  afterAll(() => fs.rmSync(folder, { recursive: true }));

  async function finish(bytes: Uint8Array, mime: string): Promise<Buffer | null> {
    const from = path.join(folder, 'came');
    const to = path.join(folder, 'finished');
    fs.writeFileSync(from, bytes);
    return (await finishRecording({ from, to, mime }, () => {})) ? fs.readFileSync(to) : null;
  }

  test.each(forms)('%s tells its length to another parser', async (name, mime) => {
    const finished = await finish(read(name), mime);
    expect(await lengthOf(finished!, mime)).toBeCloseTo(3, 0);
  });

  test.each(forms)('%s is kept as far as it came where its page crashed', async (name, mime) => {
    const came = read(name);
    const finished = await finish(came.subarray(0, Math.floor(came.length * 0.8)), mime);
    expect(await lengthOf(finished!, mime)).toBeGreaterThan(1.5);
  });

  test.each(forms.slice(0, 2))(
    '%s, of which a part in its midst is gone, stays as it came',
    async (name, mime) => {
      const came = read(name);
      const torn = Buffer.concat([came.subarray(0, 2300), came.subarray(2700)]);
      expect(await finish(torn, mime).catch(() => null)).toBeNull();
    },
  );
});

describe('a recording that is turned in', () => {
  let school: TestSchool;
  beforeEach(async () => {
    school = await TestSchool.open();
  });
  afterEach(() => school.close());

  /** Sends a file that sets out without its length, as the page's recorder does; back with what is kept of it. */
  async function record(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<Buffer> {
    const mai = school.as('mai');
    const { id } = await mai.startUpload({ assignmentId: school.assignment }, name, null);
    await mai.sendBytes(id, bytes);
    await mai.must('endUpload', { params: { uploadId: id } });
    const { uploads } = await mai.must('readTray', { params: { assignmentId: school.assignment } });
    expect(uploads).toEqual([expect.objectContaining({ id, arrived: true, kind: 'recording' })]);
    expect(fs.readdirSync(path.join(school.folder, 'arriving'))).toEqual([]);
    const { sha256 } = school.running.school.db
      .prepare<[string], { sha256: Sha256 }>('SELECT sha256 FROM upload WHERE id = ?')
      .get(id)!;
    return fs.readFileSync(school.running.school.vault.pathOf(sha256));
  }

  test('carries its duration', async () => {
    const kept = await record('camera.webm', Uint8Array.from(read('camera.webm')));
    expect(await lengthOf(kept, 'video/webm')).toBeCloseTo(3, 0);
  });

  test('is taken in as it came where reading it comes to no end', async () => {
    const before = bounds.finishRecording.quietMs;
    bounds.finishRecording.quietMs = 3_000;
    try {
      const damaged = Uint8Array.from(read('sound.weba'));
      damaged.fill(0, 3000, 5000);
      expect(await record('sound.weba', damaged)).toEqual(Buffer.from(damaged));
    } finally {
      bounds.finishRecording.quietMs = before;
    }
  });

  test('is taken in as it came where it cannot be read', async () => {
    const broken = Uint8Array.from(read('camera.webm').subarray(0, 600));
    expect(await record('camera.webm', broken)).toEqual(Buffer.from(broken));
  });
});
