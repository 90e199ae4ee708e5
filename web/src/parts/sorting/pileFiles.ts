import type { PileFile } from '../../state/pileSending';

/** Files with the paths they have in what was chosen or dropped; without one, their name. */
export function withPaths(files: readonly File[]): PileFile[] {
  return files.map((file) => {
    // Dropped folders give `path`, chosen ones `webkitRelativePath`.
    const dropped = 'path' in file && typeof file.path === 'string' ? file.path : '';
    const path = (file.webkitRelativePath || dropped || file.name).replace(/^(?:\.?\/)+/u, '');
    return { file, path };
  });
}

/** Longest name of a pile, in characters. */
const LONGEST = 120;

/** What a pile is called: its one file or folder, or its first file and how many more. */
export function nameOfPile(files: readonly PileFile[]): string {
  const [first] = files;
  if (!first) return 'A pile';
  const tops = new Set(files.map(({ path }) => path.split('/')[0]!));
  const top = first.path.split('/')[0]!.slice(0, LONGEST);
  return tops.size === 1 ? top : `${top} and ${files.length - 1} more`;
}
