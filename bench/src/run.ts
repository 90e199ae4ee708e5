import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { measureAlike } from './alike';
import { measureAttack } from './attack';
import { measureDesk } from './desk';
import { measureFirstLoad } from './firstLoad';
import { measureGlance } from './glance';
import { measureIdentify } from './identify';
import { measurePages } from './pages';
import { measurePile } from './pile';
import { measureInsides } from './insides/measure';
import { measureLastMinute } from './lastMinute';
import { measureNaming } from './naming';
import { measureRack } from './rack';
import { measureReview } from './review';
import { measureSchool } from './school';
import { measureUpload } from './upload';

type Measure = (folder: string) => readonly string[] | Promise<readonly string[]>;

const measures: Readonly<Record<string, Measure>> = {
  naming: () => measureNaming(),
  identify: () => measureIdentify(),
  insides: measureInsides,
  pile: measurePile,
  rack: measureRack,
  glance: measureGlance,
  alike: measureAlike,
  review: async (folder) => [...(await measureReview(folder)), ...(await measureDesk(`${folder}-desk`))],
  school: measureSchool,
  upload: measureUpload,
  lastMinute: measureLastMinute,
  attack: measureAttack,
  pages: measurePages,
  firstLoad: () => {
    const { lines, isWithin } = measureFirstLoad();
    if (!isWithin) process.exitCode = 1;
    return lines;
  },
};

/**
 * Runs the measurements that are named, or every one, each in a folder of its own, and prints a line for each figure. A
 * size over its limit ends with 1. `--install` brings the writers of `insides`.
 */
const named = process.argv.slice(2).filter((name) => !name.startsWith('--'));
const unknown = named.find((name) => !(name in measures));
if (unknown !== undefined) {
  console.error(`There is no measurement ‘${unknown}’. There are: ${Object.keys(measures).join(', ')}.`);
  process.exit(2);
}
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-bench-'));
try {
  for (const [name, measure] of Object.entries(measures))
    if (named.length === 0 || named.includes(name))
      for (const line of await measure(path.join(folder, name))) console.log(line);
} finally {
  fs.rmSync(folder, { recursive: true, force: true });
}
