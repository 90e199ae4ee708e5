// npm test: everything that must hold, from a fresh clone. The same script is what CI runs.
import path from 'node:path';
import {
  ensureBuilt,
  ensureChromium,
  ensureForeignReaders,
  ensureInstalled,
  must,
  root,
  say,
} from './tools.mjs';

const node = process.execPath;
const tool = (...parts) => path.join(root, 'node_modules', ...parts);

ensureInstalled();
const chromium = ensureChromium();
ensureForeignReaders();

say('types');
for (const project of ['core', 'contract', 'web', 'tsconfig.node.json'])
  must(node, [tool('tsgo7/bin/tsc'), '-p', project]);
say('lint');
must(node, [tool('eslint/bin/eslint.js'), '.', '--max-warnings=0']);
say('format');
must(node, [tool('prettier/bin/prettier.cjs'), '--check', '--log-level=warn', '.']);
say('unit and server tests');
must(node, ['--experimental-vm-modules', '--no-warnings=ExperimentalWarning', tool('jest/bin/jest.js')]);
await ensureBuilt();
say('journeys in Chromium');
must(node, [tool('@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts'], {
  env: { ...process.env, CHROMIUM: chromium },
});
say('all of it holds.');
