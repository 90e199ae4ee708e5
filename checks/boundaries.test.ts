import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test } from '@jest/globals';
import { ESLint } from 'eslint';

/** Lints a text as if it stood in a file of ours; the messages that came of it. */
async function complaints(filePath: string, source: string): Promise<string[]> {
  const [result] = await new ESLint().lintText(source, { filePath });
  return result!.messages.map((message) => message.message);
}

test.each([
  ['core/src/planted.ts', `import fs from 'node:fs';\nfs.readFileSync('x');`, 'core imports nothing of ours'],
  ['core/src/planted.ts', `import path from 'path';\npath.join('x');`, 'core imports nothing of ours'],
  [
    'core/src/planted.ts',
    `import { routes } from '@vestibul/contract';\nroutes.live;`,
    'core imports nothing of ours',
  ],
  ['core/src/planted.ts', `export const now = () => Date.now();`, 'core has no clock'],
  ['core/src/planted.ts', `export const ask = () => fetch('x');`, 'fetch'],
  [
    'contract/src/planted.ts',
    `import { openSchool } from '@vestibul/server';\nopenSchool;`,
    'contract knows core only',
  ],
  [
    'web/src/planted.ts',
    `import { openSchool } from '@vestibul/server';\nopenSchool;`,
    'web knows core and contract only',
  ],
  [
    'web/src/planted.ts',
    `import { openSchool } from '../../server/src/school';\nopenSchool;`,
    'web knows core and contract only',
  ],
  [
    'server/src/planted.ts',
    `import { store } from '../../web/src/state/store';\nstore;`,
    'server knows core and contract only',
  ],
  [
    'cli/src/planted.ts',
    `import { openSchool } from '@vestibul/server';\nopenSchool;`,
    'cli knows core and contract only',
  ],
  [
    'cli/src/planted.ts',
    `import { openSchool } from '../../server/src/school';\nopenSchool;`,
    'cli knows core and contract only',
  ],
  [
    'cli/src/planted.ts',
    `import { openSchool } from '@vestibul/server/school';\nopenSchool;`,
    'cli knows core and contract only',
  ],
])('a planted violation in %s is reported: %s', async (file, source, says) => {
  expect((await complaints(file, source)).join('\n')).toContain(says);
});

test('what a workspace may do is not reported', async () => {
  expect(
    await complaints(
      'web/src/planted.ts',
      `import { pathOf } from '@vestibul/contract';\nexport const path = pathOf('live');\n`,
    ),
  ).toEqual([]);
  expect(
    await complaints(
      'cli/src/planted.ts',
      `import { readKept } from '@vestibul/server/kept';\nimport { readPile } from '@vestibul/server/pile';\nexport const read = { readKept, readPile };\n`,
    ),
  ).toEqual([]);
});

test('a promise that nobody waits for is reported, and one that is waited for is not', () => {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'planted-'));
  const later = 'const later = async () => {};\nexport const now = async () => {\n';
  fs.writeFileSync(path.join(folder, 'forgotten.ts'), `${later}  later();\n};\n`);
  fs.writeFileSync(path.join(folder, 'waitedFor.ts'), `${later}  await later();\n};\n`);
  fs.writeFileSync(path.join(folder, 'tsconfig.json'), '{ "compilerOptions": { "strict": true } }');
  const { stdout } = spawnSync(
    process.execPath,
    [
      'node_modules/oxlint/bin/oxlint',
      '--type-aware',
      '--config',
      'oxlint.typed.json',
      '--format=json',
      folder,
    ],
    { encoding: 'utf8' },
  );
  fs.rmSync(folder, { recursive: true });
  const { diagnostics } = JSON.parse(stdout) as { diagnostics: { code: string; filename: string }[] };
  expect(diagnostics.map(({ code, filename }) => [code, path.basename(filename)])).toEqual([
    ['typescript(no-floating-promises)', 'forgotten.ts'],
  ]);
});
