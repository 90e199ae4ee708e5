// npm run doctor: what is here of what the application, its tests and its measurements need, and how to bring what is not.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import { hasWriters } from '../bench/insides/tools.mjs';
import { findChromium, hasForeignReaders, isInstalled, isNodeTooOld, root } from './tools.mjs';

/** Room that a first installation and build take, in bytes. */
const ROOM = 2 * 1024 ** 3;

const has = (command, ...args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;
const { bavail, bsize } = fs.statfsSync(root);

/** What is looked at; `isNeeded`: without it the application itself does not run. */
const things = [
  {
    what: `Node.js ${process.versions.node}`,
    isHere: !isNodeTooOld(),
    isNeeded: true,
    bring: 'install Node.js 20.19 or newer',
  },
  {
    what: 'what the lock file says, installed',
    isHere: isInstalled(),
    bring: 'npm ci, or any npm run …, which does it by itself',
  },
  {
    what: 'a compiler for SQLite, where no prepared one fits',
    isHere: has('c++', '--version') && has('make', '--version'),
    bring: 'apt-get install build-essential python3',
  },
  {
    what: '2 GB of room',
    isHere: bavail * bsize > ROOM,
    isNeeded: true,
    bring: 'make room on this disk',
  },
  {
    what: 'Chromium, for the journeys of npm test',
    isHere: findChromium() !== undefined,
    bring: 'apt-get install chromium, or name one in CHROMIUM',
  },
  {
    what: 'readers of calendars and cards, for the tests',
    isHere: hasForeignReaders(),
    bring: 'apt-get install python3-icalendar python3-vobject',
  },
  {
    what: 'writers that are not ours, for npm run bench -- insides',
    isHere: hasWriters(),
    bring: 'npm run bench -- insides --install',
  },
];

for (const { what, isHere, bring } of things)
  console.log(isHere ? `  here     ${what}` : `  missing  ${what}\n           ${bring}`);
const isReady = things.every(({ isHere, isNeeded }) => isHere || !isNeeded);
console.log(isReady ? 'npm run demo can start.' : 'npm run demo cannot start yet.');
process.exitCode = isReady ? 0 : 1;
