import fs from 'node:fs';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';

/** Largest first load of script for one kind of page, compressed, in bytes. */
const LIMIT = 200_000;

interface Chunk {
  file: string;
  imports?: string[];
}

/** What a browser loads of script before a page of each kind can be used, by the manifest of the build. */
export function measureFirstLoad(): { lines: string[]; isWithin: boolean } {
  const folder = fileURLToPath(new URL('../web/', import.meta.url));
  const manifest = JSON.parse(fs.readFileSync(`${folder}.vite/manifest.json`, 'utf8')) as Record<
    string,
    Chunk
  >;
  const closure = (key: string, found = new Set<string>()): Set<string> => {
    if (found.has(key)) return found;
    found.add(key);
    for (const inner of manifest[key]!.imports ?? []) closure(inner, found);
    return found;
  };
  const pages = {
    'the student’s pages': ['src/screens/student/StudentPages.tsx'],
    'turning in, opened directly': ['src/screens/student/StudentPages.tsx', 'src/screens/student/TurnIn.tsx'],
    'the teacher’s pages': ['src/screens/StaffPages.tsx'],
  };
  const sizes = Object.entries(pages).map(([name, keys]) => {
    const chunks = new Set(['index.html', ...keys].flatMap((key) => [...closure(key)]));
    const bytes = [...chunks].reduce(
      (sum, chunk) => sum + gzipSync(fs.readFileSync(folder + manifest[chunk]!.file)).length,
      0,
    );
    return { name, bytes };
  });
  return {
    lines: sizes.map(
      ({ name, bytes }) =>
        `first load of ${name}: ${(bytes / 1000).toFixed(0)} kB of script, compressed (limit ${LIMIT / 1000} kB)`,
    ),
    isWithin: sizes.every(({ bytes }) => bytes < LIMIT),
  };
}
