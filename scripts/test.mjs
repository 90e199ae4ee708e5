// npm test: everything that must hold, from a fresh clone. The same script is what CI runs.
import path from 'node:path';
import {
  ensureChromium,
  ensureForeignReaders,
  ensureInstalled,
  must,
  mustBeside,
  root,
  say,
} from './tools.mjs';

const node = process.execPath;
const tool = (...parts) => path.join(root, 'node_modules', ...parts);

ensureInstalled();
ensureChromium();
ensureForeignReaders();

/** What only reads the sources, in two lanes beside each other: more would want more memory than a small machine has. */
const lanes = [
  {
    types: ['core', 'contract', 'web', 'tsconfig.node.json'].map((project) => [
      tool('tsgo7/bin/tsc'),
      '-p',
      project,
    ]),
    format: [[tool('prettier/bin/prettier.cjs'), '--check', '--log-level=warn', '.']],
  },
  {
    lint: [[tool('eslint/bin/eslint.js'), '.', '--max-warnings=0']],
    'lint with types': [[tool('oxlint/bin/oxlint'), '--type-aware', '--config', 'oxlint.typed.json']],
  },
];

await Promise.all(
  lanes.map(async (lane) => {
    for (const [name, commands] of Object.entries(lane))
      await step(name, async () => {
        for (const args of commands) await mustBeside(node, args);
      });
  }),
);
await step('unit and server tests', () =>
  must(node, ['--experimental-vm-modules', '--no-warnings=ExperimentalWarning', tool('jest/bin/jest.js')]),
);
await step('journeys in Chromium', () => must(node, [path.join(root, 'scripts/journeys.mjs')]));
say('all of it holds.');

/** Does one step and says how long it took. */
async function step(name, work) {
  const started = Date.now();
  say(name);
  await work();
  say(`${name}: ${Math.round((Date.now() - started) / 1000)} s`);
}
