import fs from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { call } from './testing';

let folder: string;
const blank =
  'Stream gauge log\nName:\nRead the gauge on five days, and say which day was the highest, and why.';
const text = 'It was highest on Thursday, after two days of rain on the moor, and brown from bank to bank.';
beforeAll(async () => {
  folder = await fs.mkdtemp(path.join(os.tmpdir(), 'works-'));
  const put = async (name: string, content: string) => {
    await fs.mkdir(path.dirname(path.join(folder, name)), { recursive: true });
    await fs.writeFile(path.join(folder, name), content);
  };
  await put('blank.txt', blank);
  await put('damaged.pdf', '%PDF-1.7\nnothing is left');
  await put('in/Abara.txt', `${blank}\n${text}`);
  await put('in/Chen.txt', blank);
  await put('in/Diaz.txt', `${blank.replace('Name:', 'Name: Ada')}\r\n${text.replace('moor', 'hill')}`);
  await put('in/2/Ngô.txt', `${blank}\n${text}`);
  await put('in/Okafor.txt', blank);
});
afterAll(() => fs.rm(folder, { recursive: true }));

const at = (name: string) => path.join(folder, name);
const run = async (...args: string[]) => {
  const { code, out, err } = call(args);
  return { code: await code, err, lines: out.map((line) => JSON.parse(line) as Record<string, unknown>) };
};

describe('vestibul progress', () => {
  test('tells of each copy how far it is', async () => {
    const { code, lines } = await run(
      'progress',
      '--blank',
      at('blank.txt'),
      at('in/Chen.txt'),
      at('in/Abara.txt'),
    );
    expect(code).toBe(0);
    expect(lines).toEqual([
      { file: at('in/Chen.txt'), words: 19, added: 0, removed: 0, share: 0, state: 'untouched' },
      { file: at('in/Abara.txt'), words: 38, added: 19, removed: 0, share: 0.5, state: 'well on' },
    ]);
  });

  test('says which copy cannot be read, tells the others, and ends with 2', async () => {
    const { code, err, lines } = await run(
      'progress',
      '--blank',
      at('blank.txt'),
      at('damaged.pdf'),
      at('gone.txt'),
      at('in/Chen.txt'),
    );
    expect(code).toBe(2);
    expect(err).toEqual([
      `${at('damaged.pdf')}: damaged, or locked by a password; open it and save it without one`,
      `${at('gone.txt')}: cannot be read; name a file that is there`,
    ]);
    expect(lines.map(({ state }) => state)).toEqual(['untouched']);
  });

  test.each([
    [['progress', '--blank', 'x']],
    [['progress', 'copy.txt']],
    [['progress', '--blanks', 'x', 'y']],
  ])('called wrongly it says how: %j', async (args) => {
    const { code, err } = await run(...args);
    expect([code, err]).toEqual([2, ['usage: vestibul progress --blank FILE COPY…']]);
  });
});

describe('vestibul alike', () => {
  test('tells of each pair that is nearly the same, without what both took from the blank', async () => {
    const { code, lines } = await run('alike', at('in'), '--blank', at('blank.txt'), '--from', '0.3');
    expect(code).toBe(0);
    expect(lines).toEqual([
      { a: '2/Ngô.txt', b: 'Abara.txt', alike: 1, same: true },
      { a: '2/Ngô.txt', b: 'Diaz.txt', alike: expect.any(Number), same: false },
      { a: 'Abara.txt', b: 'Diaz.txt', alike: expect.any(Number), same: false },
    ]);
    // Where the blank is not named, those that only have it are alike too.
    expect((await run('alike', at('in'))).lines).toContainEqual({
      a: 'Chen.txt',
      b: 'Okafor.txt',
      alike: 1,
      same: true,
    });
  });

  test('called wrongly it says what is wrong', async () => {
    expect(await run('alike', at('in'), '--from', '60')).toMatchObject({
      code: 2,
      err: ['--from 60: write a number from 0 to 1'],
    });
    expect(await run('alike', at('gone'))).toMatchObject({
      code: 2,
      err: [`${at('gone')}: cannot be read; name a folder that is there`],
    });
    expect((await run('alike')).err).toEqual(['usage: vestibul alike FOLDER [--blank FILE] [--from 0.6]']);
  });
});
