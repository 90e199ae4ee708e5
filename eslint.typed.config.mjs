import tseslint from 'typescript-eslint';

/** Rules that need types, and so a program of TypeScript: the second half of the lint of npm test. */
const rules = {
  '@typescript-eslint/no-floating-promises': 'error',
  '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
  '@typescript-eslint/await-thenable': 'error',
};

/** What each project of TypeScript knows of. */
const projects = {
  'tsconfig.node.json': ['server/src', 'cli/src', 'demo/src', 'e2e', 'bench', 'checks'],
  'web/tsconfig.json': ['web/src'],
  'core/tsconfig.json': ['core/src'],
  'contract/tsconfig.json': ['contract/src'],
};

const config = Object.entries(projects).map(([project, folders]) => ({
  files: folders.map((folder) => `${folder}/**/*.{ts,tsx}`),
  ignores: project === 'tsconfig.node.json' ? [] : ['**/*.test.ts', '**/testing/**'],
  plugins: { '@typescript-eslint': tseslint.plugin },
  languageOptions: {
    parser: tseslint.parser,
    parserOptions: {
      project: [project],
      tsconfigRootDir: import.meta.dirname,
      // With CI set the parser would read files as they are on disk, and not a text that it is handed.
      disallowAutomaticSingleRunInference: true,
    },
  },
  // The other half of the lint has rules of its own that are switched off here and there.
  linterOptions: { reportUnusedDisableDirectives: 'off' },
  rules,
}));

export default [{ ignores: ['**/node_modules/**', '.build/**'] }, ...config];
