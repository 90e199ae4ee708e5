// The journeys: node scripts/journeys.mjs [busy] [slow] [halting] [midnight | today] [-- what Playwright is told].
// `busy`: both cores are kept at work beside them. `slow`: a processor four times slower. `halting`: every answer takes up to 1.5 s longer.
// In them it is always the last Wednesday that was, at ten in the morning, so that no weekday and no hour decides whether they pass;
// with `midnight` it is the last Sunday, at five to midnight, where the day and the week end; with `today` it is now.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuilt, ensureChromium, ensureInstalled, must, root, say } from './tools.mjs';

ensureInstalled();
const chromium = ensureChromium();
await ensureBuilt();

const told = process.argv.slice(2);
const cut = told.includes('--') ? told.indexOf('--') : told.length;
const weather = told.slice(0, cut);
const env = { ...process.env, CHROMIUM: chromium, VESTIBUL_WEATHER: weather.join(' ') };
if (!weather.includes('today')) {
  const then = weather.includes('midnight') ? lastThatWas(0, 23, 55) : lastThatWas(3, 10, 0);
  env.VESTIBUL_CLOCK_AHEAD_MS = String(then - Date.now());
  env.NODE_OPTIONS = `--import ${pathToFileURL(path.join(root, 'scripts/otherClock.mjs')).href}`;
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

/** The last moment that was of a weekday (0 is Sunday) at a time of the day: going back, so that no file that is being written looks old. */
function lastThatWas(weekday, hours, minutes) {
  const then = new Date();
  then.setUTCDate(then.getUTCDate() - ((then.getUTCDay() - weekday + 7) % 7));
  then.setUTCHours(hours, minutes, 0, 0);
  if (then.getTime() > Date.now()) then.setUTCDate(then.getUTCDate() - 7);
  return then.getTime();
}
