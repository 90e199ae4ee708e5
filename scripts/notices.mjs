// npm run notices [-- --check]: writes NOTICE.txt, what ships with the application and under which licences, from the lock
// file and the packages themselves; with --check it says whether the one that is there is right.
import fs from 'node:fs';
import path from 'node:path';
import { ensureInstalled, root, say } from './tools.mjs';

/** What is bundled or installed for those who run it; the rest is for those who build it. */
const SHIPPED = ['web', 'server', 'cli', 'core', 'contract'];
const LICENCE_FILE = /^(?:licen[cs]e|copying|ofl|notice)(?:[-.].*)?$/iu;

ensureInstalled();
const file = path.join(root, 'NOTICE.txt');
const text = write();
if (process.argv.includes('--check')) {
  const there = fs.existsSync(file) ? fs.readFileSync(file, 'utf8') : '';
  if (there !== text) {
    console.error('NOTICE.txt is not what ships. Run npm run notices.');
    process.exit(1);
  }
  say('NOTICE.txt is right.');
} else {
  fs.writeFileSync(file, text);
  say('NOTICE.txt is written.');
}

function write() {
  const { packages } = JSON.parse(fs.readFileSync(path.join(root, 'package-lock.json'), 'utf8'));
  const found = new Map();
  const visit = (from, name) => {
    const at = resolve(packages, from, name);
    if (at === null || found.has(at)) return;
    const known = packages[at];
    // What is for one kind of machine alone is not on every machine that writes this.
    if (known.os || known.cpu || known.link) return;
    found.set(at, known);
    for (const next of Object.keys(known.dependencies ?? {})) visit(at, next);
  };
  for (const workspace of SHIPPED)
    for (const name of Object.keys(packages[workspace].dependencies ?? {}))
      if (!name.startsWith('@vestibul/')) visit(workspace, name);

  const texts = new Map();
  const lines = [...found]
    .map(([at, known]) => ({ at, name: at.split('node_modules/').at(-1), known }))
    .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.at < b.at ? -1 : 1))
    .map(({ at, name, known }) => {
      const said = licenceIn(at);
      if (said !== null) texts.set(said, [...(texts.get(said) ?? []), `${name} ${known.version}`]);
      return `${name} ${known.version}: ${known.license ?? 'no licence named'}`;
    });
  return [
    'What ships with Vestibul, and under which licences. Written by npm run notices.',
    '',
    ...new Set(lines),
    ...[...texts].flatMap(([said, names]) => ['', '-'.repeat(100), [...new Set(names)].join(', '), '', said]),
    '',
  ].join('\n');
}

/** Where Node.js finds a package that is asked for from another's folder. */
function resolve(packages, from, name) {
  for (let folder = from; ; folder = folder.includes('/') ? folder.slice(0, folder.lastIndexOf('/')) : '') {
    const at = folder === '' ? `node_modules/${name}` : `${folder}/node_modules/${name}`;
    if (packages[at]) return at;
    if (folder === '') return null;
  }
}

function licenceIn(at) {
  const folder = path.join(root, at);
  const named = fs.existsSync(folder) ? fs.readdirSync(folder).filter((one) => LICENCE_FILE.test(one)) : [];
  if (named.length === 0) return null;
  return named
    .sort()
    .map((one) => fs.readFileSync(path.join(folder, one), 'utf8'))
    .join('\n')
    .replace(/\r\n?/gu, '\n')
    .trim();
}
