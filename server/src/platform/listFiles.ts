import fsp from 'node:fs/promises';
import path from 'node:path';
import { isLitter } from '@vestibul/core';

/** Files of a folder that are read, and how deep it is gone into. */
const MOST_FILES = 20_000;
const DEEPEST = 20;

/** The files in a folder and in its folders; links are not followed, and what systems leave lying is left out. */
export async function listFiles(folder: string, within = '', depth = 0): Promise<string[]> {
  const found: string[] = [];
  const entries = await fsp.readdir(path.join(folder, within), { withFileTypes: true });
  for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const name = within === '' ? entry.name : `${within}/${entry.name}`;
    if (entry.isDirectory() && depth < DEEPEST) found.push(...(await listFiles(folder, name, depth + 1)));
    else if (entry.isFile() && !isLitter(name)) found.push(name);
    if (found.length > MOST_FILES) throw new Error('too many files');
  }
  return found;
}
