import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { measureFirstLoad } from './firstLoad';
import { measureIdentify } from './identify';
import { measurePile } from './pile';
import { measureLastMinute } from './lastMinute';
import { measureNaming } from './naming';
import { measureRack } from './rack';
import { measureSchool } from './school';
import { measureUpload } from './upload';

/** Runs every measurement in a folder of its own and prints a line for each. A size over its limit ends with 1. */
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-bench-'));
try {
  for (const line of await measureNaming()) console.log(line);
  for (const line of measureIdentify()) console.log(line);
  for (const line of await measurePile(path.join(folder, 'pile'))) console.log(line);
  for (const line of await measureRack(path.join(folder, 'rack'))) console.log(line);
  for (const line of await measureSchool(path.join(folder, 'school'))) console.log(line);
  for (const line of await measureUpload(path.join(folder, 'upload'))) console.log(line);
  for (const line of await measureLastMinute(path.join(folder, 'last-minute'))) console.log(line);
  const { lines, isWithin } = measureFirstLoad();
  for (const line of lines) console.log(line);
  if (!isWithin) process.exitCode = 1;
} finally {
  fs.rmSync(folder, { recursive: true, force: true });
}
