import fs from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { call, klass } from './testing';

let folder: string;
beforeAll(async () => {
  folder = await fs.mkdtemp(path.join(os.tmpdir(), 'pile-'));
  const put = async (name: string, text: string) => {
    await fs.mkdir(path.dirname(path.join(folder, name)), { recursive: true });
    await fs.writeFile(path.join(folder, name), text);
  };
  await put('scan 1.txt', 'Name: Chidi Abara\nStream Gauge Log\nDear Ana Lee,');
  await put('Abara Chidi/log.txt', 'by Ty Ngô');
  await put('ngo tuong.txt', 'Stream Gauge Log');
  await put('.DS_Store', 'x');
});
afterAll(() => fs.rm(folder, { recursive: true }));

const files = { 'class.json': JSON.stringify({ ...klass, fileRule: '{last} {first} {assignment}' }) };
const identify = async (pile: string) => {
  const { code, out, err } = call(['identify', '--class', 'class.json', '--pile', pile], files);
  return { code: await code, err, answers: out.map((line) => JSON.parse(line) as Record<string, unknown>) };
};

describe('vestibul identify --pile', () => {
  test('reads the files themselves, and says what it saw where', async () => {
    const { code, answers } = await identify(folder);
    expect(code).toBe(0);
    expect(answers.map((answer) => answer['path'])).toEqual([
      'Abara Chidi/log.txt',
      'ngo tuong.txt',
      'scan 1.txt',
    ]);
    expect(answers[0]).not.toHaveProperty('name');
    const [contradicted, named, told] = answers;
    expect(contradicted).toMatchObject({
      decision: 'ask',
      evidence: [
        { from: 'folder', says: 'Abara Chidi', part: 'owner', for: ['s001'] },
        { from: 'label', says: 'Ty Ngô', part: 'owner', for: ['s002'] },
      ],
    });
    expect((contradicted!['candidates'] as { student: string }[]).map(({ student }) => student)).toEqual(
      expect.arrayContaining(['s001', 's002']),
    );
    expect(named).toMatchObject({
      decision: 'file',
      evidence: [{ from: 'file name', says: 'ngo tuong', part: 'owner', for: ['s002'] }],
    });
    expect(told).toMatchObject({
      decision: 'file',
      students: ['s001'],
      assignment: 'a01',
      proposedName: 'Abara Chidi Stream Gauge Log.txt',
      evidence: [
        { from: 'label', says: 'Chidi Abara', part: 'owner', for: ['s001'] },
        { from: 'line', says: 'Dear Ana Lee,', part: 'mentioned', for: ['s003', 's004'] },
      ],
    });
  });
  test('a folder that is not there is said in a sentence', async () => {
    expect(await identify(path.join(folder, 'nowhere'))).toMatchObject({
      code: 2,
      err: [expect.stringContaining('name a folder or a ZIP file that is there')],
    });
  });
});
