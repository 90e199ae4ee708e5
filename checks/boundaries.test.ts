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
      `import { readPile } from '@vestibul/server/pile';\nexport const read = readPile;\n`,
    ),
  ).toEqual([]);
});

test.each(['true', 'false'])(
  'a promise that nobody waits for is reported, with CI=%s',
  async (ci) => {
    process.env.CI = ci;
    const lint = new ESLint({ overrideConfigFile: 'eslint.typed.config.mjs', allowInlineConfig: false });
    const planted = `const later = async () => {};\nexport const now = () => {\n  later();\n};\n`;
    const [result] = await lint.lintText(planted, { filePath: 'server/src/main.ts' });
    expect(result!.messages.map(({ ruleId }) => ruleId)).toEqual(['@typescript-eslint/no-floating-promises']);
  },
  120_000,
);
