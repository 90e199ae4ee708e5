import { spawnSync } from 'node:child_process';
import fs from 'node:fs';

/** Debian's own, which has Debian's packages; another may stand before it in the path. */
const debian = '/usr/bin/python3';
const python = fs.existsSync(debian) ? debian : 'python3';

/**
 * What a script of Python says about an input, as JSON on its output: its standard library and Debian's packages read our
 * formats, and nobody here wrote them. Throws what Python said where it fails.
 */
export function askPython<Answer>(script: string, input: string | Uint8Array, args: string[] = []): Answer {
  const { status, stdout, stderr, error } = spawnSync(python, ['-c', script, ...args], { input });
  if (error || status !== 0) throw new Error(error?.message ?? String(stderr));
  return JSON.parse(String(stdout)) as Answer;
}

/** Whether Python can load a module here; `scripts/test.mjs` installs them where it may. */
export function hasPython(module: string): boolean {
  return spawnSync(python, ['-c', `import ${module}`]).status === 0;
}
