import { cutToRoom, legalStem, legalText } from '../naming/makeLegal';
import { nameKey } from '../text/nameKey';
import { LONGEST_LEVEL_UNITS } from '../naming/path';
import { splitName } from '../naming/splitName';

/** A piece by what it is called and the folders it is in, the outermost first. */
export interface PlacedPiece {
  folders: readonly string[];
  name: string;
}

/** Longest name in bytes of UTF-8 beside which `_2` and the like still have room. */
const NAME_BYTES = 240;

/** A level of a path that every file system takes; `without` where nothing of it is left. */
function levelOf(text: string, without: string): string {
  return legalStem(cutToRoom(legalText(text), NAME_BYTES, LONGEST_LEVEL_UNITS)) || without;
}

/** A file's name that every file system takes, its extension kept. */
function fileOf(name: string): { stem: string; extension: string } {
  const { stem, extension } = splitName(legalText(name));
  const ending = extension ? `.${extension}` : '';
  return { stem: legalStem(cutToRoom(stem, NAME_BYTES, NAME_BYTES)) || 'file', extension: ending };
}

/**
 * Where pieces are in an archive of their work, in their order: each at a path of its own, with `/` between its levels, that
 * every file system takes (Windows and macOS take no two that differ in case alone). Of two with one path the later is `…_2`.
 */
export function workPaths(pieces: readonly PlacedPiece[]): string[] {
  const taken = new Set<string>();
  return pieces.map(({ folders, name }) => {
    const above = folders.map((folder) => `${levelOf(folder, 'folder')}/`).join('');
    const { stem, extension } = fileOf(name);
    for (let copy = 1; ; copy += 1) {
      const path = `${above}${stem}${copy === 1 ? '' : `_${copy}`}${extension}`;
      const key = nameKey(path);
      if (taken.has(key)) continue;
      taken.add(key);
      return path;
    }
  });
}
