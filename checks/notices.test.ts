import { spawnSync } from 'node:child_process';
import { expect, test } from '@jest/globals';

test('NOTICE.txt names what ships, with its licences', () => {
  const { status, stderr } = spawnSync(process.execPath, ['scripts/notices.mjs', '--check'], {
    encoding: 'utf8',
  });
  expect([status, stderr]).toEqual([0, '']);
});
