// Tries what the tests say of all inputs with a fresh seed and many more cases; for use before something is called done.
import { randomInt } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { must, root, say } from './tools.mjs';

/** Cases of each property that says nothing else. */
const RUNS = '2000';

process.env.PROPERTY_SEED ??= String(randomInt(2 ** 31 - 1));
process.env.PROPERTY_RUNS ??= RUNS;
const withProperties = execFileSync('git', ['grep', '-l', 'fc\\.assert', '--', '*.test.ts'], {
  cwd: root,
  encoding: 'utf8',
})
  .trim()
  .split('\n');
say(
  `properties of ${withProperties.length} files, seed ${process.env.PROPERTY_SEED} (PROPERTY_SEED tries one again)`,
);
must(process.execPath, [
  '--experimental-vm-modules',
  '--no-warnings=ExperimentalWarning',
  path.join(root, 'node_modules/jest/bin/jest.js'),
  '--testTimeout=600000',
  '--runTestsByPath',
  ...withProperties,
]);
