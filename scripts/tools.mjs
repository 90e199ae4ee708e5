// What the scripts share: installing, building, ports and children. Plain Node.js, since they run before anything is installed.
import { fork, spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');
const at = (...parts) => path.join(root, ...parts);
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';

export function say(text) {
  console.log(`vestibul · ${text}`);
}

/** Ends the script with a sentence. */
export function giveUp(text) {
  console.error(`vestibul · ${text}`);
  process.exit(1);
}

/** Runs a command to its end, its output shown; ends the script when it fails. */
export function must(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.error) giveUp(`'${command}' could not be started: ${result.error.message}`);
  if (result.status !== 0) process.exit(result.status ?? 1);
}

/** Whether this Node.js is older than what package.json asks for. */
export function isNodeTooOld() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  return major < 20 || (major === 20 && minor < 19);
}

/** Runs a command while others run; its output is shown when it has ended, and the script ends when it fails. */
export function mustBeside(command, args) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    const said = [];
    child.stdout.on('data', (bytes) => said.push(bytes));
    child.stderr.on('data', (bytes) => said.push(bytes));
    child.once('error', (error) => giveUp(`'${command}' could not be started: ${error.message}`));
    child.once('close', (code) => {
      process.stdout.write(Buffer.concat(said));
      if (code !== 0) process.exit(code ?? 1);
      resolve();
    });
  });
}

/** Installs what the lock file says, unless that is what is installed already. */
export function ensureInstalled() {
  if (isNodeTooOld()) {
    giveUp(`Node.js ${process.versions.node} is too old. Vestibul needs 20.19 or newer.`);
  }
  if (isInstalled()) return;
  say(
    'installing what the lock file says. The first time this takes some minutes: SQLite is compiled for this machine.',
  );
  must(npm, ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  fs.writeFileSync(INSTALLED, lockHash());
}

const INSTALLED = at('node_modules', '.vestibul-lock');
const lockHash = () =>
  createHash('sha256')
    .update(fs.readFileSync(at('package-lock.json')))
    .digest('hex');

/** Whether what the lock file says is installed. */
export const isInstalled = () =>
  fs.existsSync(INSTALLED) && fs.readFileSync(INSTALLED, 'utf8') === lockHash();

const SOURCES = [
  'core',
  'contract',
  'server',
  'web',
  'cli',
  'demo',
  'bench',
  'package-lock.json',
  'scripts/build.mjs',
];

function newestChange(file) {
  const stats = fs.statSync(file);
  if (!stats.isDirectory()) return stats.mtimeMs;
  return fs
    .readdirSync(file)
    .filter((name) => name !== 'node_modules' && !name.endsWith('.test.ts'))
    .reduce((newest, name) => Math.max(newest, newestChange(path.join(file, name))), stats.mtimeMs);
}

/** Builds server and pages, unless no source is newer than what is built. */
export async function ensureBuilt() {
  const mark = at('.build', 'built');
  const newest = Math.max(...SOURCES.map((name) => newestChange(at(name))));
  if (fs.existsSync(mark) && fs.statSync(mark).mtimeMs > newest) return;
  say('building.');
  fs.rmSync(mark, { force: true });
  const started = new Date();
  // In a child that ends: what building takes of memory, and the services it starts, do not stay behind what runs.
  must(process.execPath, [at('scripts', 'buildAll.mjs')]);
  fs.writeFileSync(mark, '');
  // A source saved while the build ran is newer than this build.
  fs.utimesSync(mark, started, started);
}

/** A TCP port that is free right now. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = net.createServer();
    server.once('error', reject);
    server.listen(0, () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** The built server as a child process; `ready` gives its address, or null when it ended before. */
export function startBuilt(env) {
  const child = spawn(process.execPath, ['--enable-source-maps', at('.build', 'server', 'main.mjs')], {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
  });
  const ready = new Promise((resolve) => {
    child.once('message', (message) => resolve(message.ready));
    child.once('exit', () => resolve(null));
  });
  return { child, ready };
}

/** The stand-in for a mail server, its page on `port` (0: any): where to send to and where to read. It ends with this process. */
export function startMail(port = 0) {
  const child = fork(at('.build', 'demo', 'mail.mjs'), [String(port)], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  return new Promise((resolve, reject) => {
    child.once('message', resolve);
    child.once('exit', (code) => reject(new Error(`the stand-in for mail ended with ${code}`)));
  });
}

/** Passes Ctrl-C and kill on to a child and ends with its code, so that nothing is left running. */
export function endWith(child) {
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill('SIGTERM'));
  child.on('exit', (code) => process.exit(code ?? 0));
}

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Whether packages of Debian can be installed here. */
const mayInstall = () => process.getuid?.() === 0 && spawnSync('apt-get', ['--version']).status === 0;

function install(...packages) {
  const quiet = {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  spawnSync('apt-get', ['update', '-qq'], quiet);
  spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], quiet);
}

/** Whether the readers of calendars and cards are here. */
export function hasForeignReaders() {
  // Debian's own, as in core/src/testing/askPython.ts: another may stand before it in the path.
  const python = fs.existsSync('/usr/bin/python3') ? '/usr/bin/python3' : 'python3';
  return spawnSync(python, ['-c', 'import icalendar, vobject']).status === 0;
}

/** The readers of our formats that nobody here wrote, for tests; where they cannot be installed, those tests read with the rest. */
export function ensureForeignReaders() {
  if (hasForeignReaders() || !mayInstall()) return;
  say("installing Debian's readers of calendars and cards for the tests.");
  install('python3-icalendar', 'python3-vobject');
}

/** Where Chromium is, or undefined. */
export const findChromium = () =>
  [process.env.CHROMIUM, ...CHROMIUM].find((file) => file && fs.existsSync(file));

/** Where Chromium is; Debian's is installed when there is none and this account may do that. */
export function ensureChromium() {
  const here = findChromium();
  if (here) return here;
  if (mayInstall()) {
    say("installing Debian's Chromium for the journeys.");
    install('chromium');
  }
  return (
    findChromium() ??
    giveUp(
      'No Chromium was found for the journeys. Install it with: apt-get install chromium (or name another in CHROMIUM).',
    )
  );
}
