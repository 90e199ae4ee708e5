import fs from 'node:fs';
import path from 'node:path';
import { run } from './run';

// What reads the output may have had enough of it (`| head`): then there is nobody left to tell anything.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

process.exitCode = await run(process.argv.slice(2), {
  read: (file) => fs.readFileSync(file),
  write: async (file, bytes) => {
    await fs.promises.mkdir(path.dirname(file), { recursive: true });
    await fs.promises.writeFile(file, bytes);
  },
  // What reads inside files is loaded only where files are read.
  readPile: async (place, take) => (await import('@vestibul/server/pile')).readPile(place, take),
  readWork: async (file) => (await import('@vestibul/server/work')).readWork(file),
  listFiles: async (folder) => (await import('@vestibul/server/work')).listFiles(folder),
  openKept: async (folder) => (await import('@vestibul/server/kept')).readKept(folder),
  out: (text) => process.stdout.write(`${text}\n`),
  err: (text) => process.stderr.write(`${text}\n`),
});
