#!/usr/bin/env node
// The command, as built by `npm run demo`, `npm start` or `npm test`.
import fs from 'node:fs';

const built = new URL('../../.build/cli/vestibul.mjs', import.meta.url);
if (fs.existsSync(built)) await import(built);
else {
  console.error('vestibul: not built yet; run npm test, npm start or npm run demo once');
  process.exitCode = 2;
}
