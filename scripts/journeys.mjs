// The journeys in bad weather: node scripts/journeys.mjs [busy] [slow] [halting] [midnight] [-- what Playwright is told].
// `busy`: both cores are kept at work beside them. `slow`: a processor four times slower. `halting`: every answer takes up to 1.5 s longer. `midnight`: it is five to midnight.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, must, root, say } from './tools.mjs';

ensureInstalled();
const chromium = ensureChromium();
await ensureBuilt();

const told = process.argv.slice(2);
const cut = told.includes('--') ? told.indexOf('--') : told.length;
const weather = told.slice(0, cut);
const env = { ...process.env, CHROMIUM: chromium, VESTIBUL_WEATHER: weather.join(' ') };
if (weather.includes('midnight')) {
  const now = new Date();
  const then = new Date(now).setHours(23, 55, 0, 0);
  env.VESTIBUL_CLOCK_AHEAD_MS = String(then - now.getTime());
  env.NODE_OPTIONS = `--import ${path.join(root, 'scripts/lateClock.mjs')}`;
}
// What races, races sooner when others want the processor.
const busy = weather.includes('busy')
  ? [0, 1].map(() => spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }))
  : [];
process.on('exit', () => busy.forEach((child) => child.kill()));
say(`journeys in Chromium${weather.length > 0 ? `, weather: ${weather.join(', ')}` : ''}`);
const playwright = path.join(root, 'node_modules/@playwright/test/cli.js');
must(process.execPath, [playwright, 'test', '--config', 'e2e/playwright.config.ts', ...told.slice(cut + 1)], {
  env,
});
