import fs from 'node:fs';
import { run } from './run';

process.exitCode = run(process.argv.slice(2), {
  read: (file) => fs.readFileSync(file),
  out: (text) => process.stdout.write(`${text}\n`),
  err: (text) => process.stderr.write(`${text}\n`),
});
