#!/usr/bin/env node
// The command. It is built by `npm run demo`, `npm start` and `npm test`; where none of them ran yet, it is built here.
import fs from 'node:fs';

const built = new URL('../../.build/cli/vestibul.mjs', import.meta.url);
if (!fs.existsSync(built)) {
  const { buildCommand } = await import('../../scripts/build.mjs');
  await buildCommand();
}
await import(built);
