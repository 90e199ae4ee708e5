import { isLitter, splitName } from '@vestibul/core';
import type { Entry } from 'yauzl';
import { entryName } from '../platform/entryName';
import { nothing, type Inside } from './Inside';
import { openZip } from '../platform/openZip';

/** Entries of an archive that are looked at. */
const MOST_ENTRIES = 500;

/** Folders that programs make in their packages (ECMA-376 part 2; ODF 1.3 part 2). */
const OF_PROGRAMS = new Set(['docProps', 'word', 'xl', 'ppt', '_rels', 'META-INF']);

/** An archive that holds one folder, or one file, calls itself by its name; of several it says nothing. */
export async function readArchive(file: string): Promise<Inside> {
  const zip = await openZip(file, { decodeStrings: false });
  return new Promise((resolve, reject) => {
    const tops = new Map<string, boolean>();
    let seen = 0;
    const end = () => {
      zip.close();
      const [only, ...others] = tops;
      if (!only || others.length > 0 || OF_PROGRAMS.has(only[0])) return resolve(nothing);
      const [name, isFolder] = only;
      resolve({ ...nothing, title: isFolder ? name : splitName(name).stem });
    };
    zip.on('error', reject);
    zip.on('end', end);
    zip.on('entry', (entry: Entry) => {
      const path = entryName(entry, entry.fileName as unknown as Buffer);
      const [top = '', ...below] = path.split('/');
      if (top !== '' && !isLitter(path)) tops.set(top, below.length > 0);
      seen += 1;
      if (seen >= MOST_ENTRIES || tops.size > 1) end();
      else zip.readEntry();
    });
    zip.readEntry();
  });
}
