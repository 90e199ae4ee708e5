import { beforeAll, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

beforeAll(() => {
  const build = `import(${JSON.stringify(path.join(root, 'scripts/build.mjs'))}).then((made) => made.buildCommand())`;
  expect(spawnSync(process.execPath, ['-e', build]).status).toBe(0);
});

test('output that is cut off ends quietly, as with any other command', () => {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-check-'));
  const rows = Array.from({ length: 5_000 }, (_, i) => `Lee${i};Sam;s${i}@x.example`);
  fs.writeFileSync(path.join(folder, 'list.csv'), ['Last;First;E-mail', ...rows].join('\n'));
  const command = `"${process.execPath}" "${path.join(root, '.build/cli/vestibul.mjs')}" roster read list.csv | head -n 1`;
  const { stdout, stderr, status } = spawnSync('sh', ['-c', command], { cwd: folder, encoding: 'utf8' });
  fs.rmSync(folder, { recursive: true });
  expect([status, stderr]).toEqual([0, '']);
  expect(JSON.parse(stdout)).toMatchObject({ line: 2, last: 'Lee0' });
});
