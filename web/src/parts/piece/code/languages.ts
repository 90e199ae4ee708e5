/** Languages of programs whose words are coloured, as the library that reads them names them, by the extension of a file (common practice, no source). */
const LANGUAGES: Readonly<Record<string, string>> = {
  ...Object.fromEntries(
    'c css diff go java json kotlin less lua php r ruby rust scala scss sql swift vbnet xml yaml bash makefile'
      .split(' ')
      .map((name) => [name, name]),
  ),
  py: 'python',
  js: 'javascript',
  mjs: 'javascript',
  jsx: 'javascript',
  ts: 'typescript',
  tsx: 'typescript',
  h: 'c',
  cpp: 'cpp',
  cc: 'cpp',
  hpp: 'cpp',
  ino: 'cpp',
  cs: 'csharp',
  rb: 'ruby',
  rs: 'rust',
  kt: 'kotlin',
  pl: 'perl',
  m: 'objectivec',
  yml: 'yaml',
  toml: 'ini',
  ini: 'ini',
  sh: 'bash',
  pde: 'java',
  patch: 'diff',
};

export const languageOf = (extension: string): string | undefined => LANGUAGES[extension];

/** Whether a text is a program, by its extension. */
export const isCode = (extension: string): boolean => languageOf(extension) !== undefined;

/** What a word of a program is, of those that have a colour of their own. */
export const tokenKinds = ['comment', 'word', 'text', 'number', 'name'] as const;
export type TokenKind = (typeof tokenKinds)[number];

/** Where a word stands, in code units of the text, and what it is. */
export type Token = readonly [from: number, to: number, kind: TokenKind];
