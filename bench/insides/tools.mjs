// What the made files are written with: programs of Debian and packages of npm, none of them ours.
import { execFileSync, spawnSync } from 'node:child_process';
import fs from 'node:fs';
import { createRequire } from 'node:module';
import os from 'node:os';
import path from 'node:path';

const folder = path.join(os.tmpdir(), 'vestibul-writers');
const packages = ['exceljs@4', 'docx@9', 'pdf-lib@1', 'pptxgenjs@4'];
const programs = [
  'python3-docx',
  'libimage-exiftool-perl',
  'imagemagick',
  'ffmpeg',
  'pandoc',
  'libreoffice-writer-nogui',
  'libreoffice-calc-nogui',
  'libreoffice-impress-nogui',
];

/** Runs a program and waits for it; what it complains of is shown, what it says is not. */
export const run = (command, args, input) =>
  execFileSync(command, args, { input, stdio: ['pipe', 'pipe', 'inherit'], maxBuffer: 1 << 28 });

/** Brings the writers that a machine has not: programs by apt-get, packages into a folder of their own. */
export function installWriters() {
  run('apt-get', ['install', '-y', '--no-install-recommends', ...programs]);
  fs.mkdirSync(folder, { recursive: true });
  run('npm', ['install', '--prefix', folder, ...packages]);
}

/** Whether a machine has all of them. */
export const hasWriters = () =>
  fs.existsSync(path.join(folder, 'package.json')) &&
  spawnSync('dpkg', ['-s', ...programs], { stdio: 'ignore' }).status === 0;

/** Takes a package of the writers' folder. */
export const requireWriter = createRequire(path.join(folder, 'package.json'));

/** Debian's own Python, which is where its packages are. */
export const python = (script, input) => run('/usr/bin/python3', ['-c', script], input);
