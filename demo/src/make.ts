import fs from 'node:fs';
import path from 'node:path';
import { toInstant } from '@vestibul/core';
import { makeSchool } from './makeSchool';
import { makeStudents } from './people';
import { PILE_TO_BRING, makePileToBring } from './pileToBring';

/** node make.mjs FOLDER: makes the demo school there. It is made beside and moved in whole, so that half a school is never found. */
const folder = path.resolve(process.argv[2] ?? '');
if (!process.argv[2]) {
  console.error('usage: make FOLDER');
  process.exit(2);
}
const beside = `${folder.replace(/\/$/, '')}.making`;
fs.rmSync(beside, { recursive: true, force: true });
const started = Date.now();
const { pieces } = await makeSchool(beside, toInstant(started));
fs.writeFileSync(path.join(beside, PILE_TO_BRING), await makePileToBring(makeStudents(), toInstant(started)));
fs.mkdirSync(folder, { recursive: true });
for (const name of fs.readdirSync(beside)) fs.renameSync(path.join(beside, name), path.join(folder, name));
fs.rmSync(beside, { recursive: true });
console.log(`vestibul · ${pieces} pieces in ${Math.round((Date.now() - started) / 1000)} s`);
