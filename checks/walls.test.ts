import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';

const root = path.resolve('.');
const tool = path.join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs');
const rooms = ['core/src', 'contract/src', 'server/src', 'web/src', 'cli/src'];

interface Cruised {
  summary: { totalCruised: number; violations: { rule: { name: string }; from: string; to: string }[] };
}

/** What the walls of dependency-cruiser.config.mjs say of a tree of files. */
function cruise(folder: string): Cruised['summary'] {
  const { stdout, stderr } = spawnSync(
    process.execPath,
    [tool, '--config', path.join(root, 'dependency-cruiser.config.mjs'), '--output-type', 'json', ...rooms],
    { cwd: folder, encoding: 'utf8', maxBuffer: 256 * 1024 ** 2 },
  );
  if (stdout === '') throw new Error(stderr);
  return (JSON.parse(stdout) as Cruised).summary;
}

let planted: string;
beforeAll(() => {
  planted = fs.mkdtempSync(path.join(os.tmpdir(), 'walls-'));
  for (const room of rooms) fs.mkdirSync(path.join(planted, room), { recursive: true });
});
afterAll(() => fs.rmSync(planted, { recursive: true }));

test('the walls between the rooms hold', () => {
  const { totalCruised, violations } = cruise(root);
  // A tool that sees nothing finds nothing.
  expect(totalCruised).toBeGreaterThan(500);
  expect(violations.map(({ rule, from, to }) => `${rule.name}: ${from} → ${to}`)).toEqual([]);
});

test('each violation that is planted is reported', () => {
  const put = (file: string, imports: string) => {
    const place = path.join(planted, file);
    fs.mkdirSync(path.dirname(place), { recursive: true });
    fs.writeFileSync(place, `import { x } from '${imports}';\nexport const y = x;\nexport { x };\n`);
  };
  put('core/src/text/a.ts', './b');
  put('core/src/text/b.ts', './a');
  put('core/src/identify/a.ts', '../naming/a');
  put('core/src/naming/a.ts', '../identify/b');
  put('core/src/identify/b.ts', './c');
  put('core/src/identify/c.ts', './d');
  fs.writeFileSync(path.join(planted, 'core/src/identify/d.ts'), 'export const x = 1;\n');
  const leaf = (file: string) => {
    fs.mkdirSync(path.dirname(path.join(planted, file)), { recursive: true });
    fs.writeFileSync(path.join(planted, file), 'export const x = 1;\n');
  };
  leaf('server/src/sorting/piles.ts');
  leaf('server/src/app.ts');
  leaf('web/src/screens/rack/Rack.tsx');
  leaf('web/src/state/api.ts');
  put('server/src/school/people.ts', '../sorting/piles');
  put('server/src/platform/Vault.ts', '../sorting/piles');
  put('server/src/roster/roster.ts', '../app');
  put('server/src/garden/plants.ts', '../sorting/piles');
  put('web/src/screens/today/Today.tsx', '../rack/Rack');
  put('web/src/parts/piece/View.tsx', '../../screens/rack/Rack');
  put('web/src/parts/ui/Button.tsx', '../../state/api');
  const reported = new Set(cruise(planted).violations.map(({ rule }) => rule.name));
  expect([...reported].sort()).toEqual([
    'a room of the server is in the list of subjects',
    'a subject knows nothing of what puts the server together',
    'naming asks identification, and not the other way round',
    'no circle between files',
    'no circle between rooms',
    'no screen knows another screen',
    'school knows only the subjects below it',
    'the platform knows no subject',
    'what any application could use knows nothing of this one',
    'what screens share knows no screen',
  ]);
});
