import js from '@eslint/js';
import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import { builtinModules } from 'node:module';

const nodeBuiltins = ['node:*', ...builtinModules.filter((name) => !name.startsWith('_'))];

/** One workspace's boundary: what it may not import, and the sentence that says so. */
function boundary(workspace, forbidden, message, options = {}) {
  return {
    files: [`${workspace}/src/**/*.{ts,tsx}`],
    // What only tests use may ask other programs.
    ignores: ['**/*.test.ts', '**/*.test.tsx', 'core/src/testing/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: (options.paths ?? []).map((name) => ({ name, message })),
          patterns: [{ group: forbidden, message }],
        },
      ],
      ...options.rules,
    },
  };
}

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.build/**', '.demo/**', '.data/**', 'test-results/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      eqeqeq: 'error',
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'no-restricted-exports': ['error', { restrictDefaultExports: { direct: true } }],
    },
  },
  {
    files: ['**/*.mjs', '**/*.config.ts', 'e2e/support/makeDemo.ts'],
    languageOptions: {
      globals: {
        process: 'readonly',
        Buffer: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        fetch: 'readonly',
      },
    },
    rules: { 'no-restricted-exports': 'off' },
  },
  {
    files: ['web/public/*.js'],
    languageOptions: {
      globals: {
        localStorage: 'readonly',
        matchMedia: 'readonly',
        document: 'readonly',
        self: 'readonly',
        caches: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
      },
    },
  },
  { files: ['web/src/**/*.tsx'], ...jsxA11y.flatConfigs.recommended },
  {
    files: ['web/src/**/*.tsx'],
    // A region that scrolls must be reachable by keyboard: WCAG 2.1.1.
    rules: { 'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: [], roles: ['region'] }] },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { ...reactHooks.configs.recommended.rules },
  },
  boundary(
    'core',
    ['@vestibul/*', 'node:*', '../../*server*', '../../*web*', '../../*contract*'],
    'core imports nothing of ours and does no I/O.',
    {
      paths: nodeBuiltins,
      rules: {
        'no-restricted-globals': [
          'error',
          'process',
          'fetch',
          'window',
          'document',
          'localStorage',
          'Buffer',
          'setTimeout',
        ],
        'no-restricted-properties': [
          'error',
          { object: 'Date', property: 'now', message: 'core has no clock: take the time as an argument.' },
          { object: 'Math', property: 'random', message: 'core has no randomness of its own.' },
        ],
      },
    },
  ),
  boundary(
    'contract',
    ['@vestibul/server*', '@vestibul/web*', '@vestibul/cli*', 'node:*', '**/server/**', '**/web/**'],
    'contract knows core only.',
    { paths: nodeBuiltins },
  ),
  boundary(
    'web',
    ['@vestibul/server*', '@vestibul/cli*', '@vestibul/demo*', '**/server/**', 'node:*'],
    'web knows core and contract only.',
    {
      paths: nodeBuiltins,
    },
  ),
  boundary(
    'server',
    ['@vestibul/web*', '@vestibul/cli*', '@vestibul/demo*', '**/web/**'],
    'server knows core and contract only.',
  ),
  boundary(
    'cli',
    [
      '@vestibul/web*',
      '@vestibul/server/*',
      '!@vestibul/server/kept',
      '!@vestibul/server/pile',
      '!@vestibul/server/work',
      '@vestibul/demo*',
      '**/web/**',
      '../**/server/**',
    ],
    'cli knows core and contract only, and of the server its readers of files and of a data folder.',
    { paths: ['@vestibul/server'] },
  ),
);
