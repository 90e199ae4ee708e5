import { LONGEST_PATH_UNITS } from './makeLegal';

/**
 * The arrangement whose paths are kept within reach of every computer until a course chooses another: the levels above
 * a file, as the cabinet draws them.
 */
export const standardArrangement = ['period', 'folder', 'assignment'] as const;

/** Longest that a level above a name is drawn, in UTF-16 units; what is longer is cut where the tree is made. */
export const LONGEST_LEVEL_UNITS = 60;
/** Longest turn-in folder, so that there is room for what lies in it. */
export const LONGEST_FOLDER_UNITS = 100;
/** `C:\` before the path, and the null that closes it. */
const AROUND = 4;

/** UTF-16 units left for a name below these levels, so that the whole path stays within 260 (MAX_PATH). */
export function roomInPath(levels: { period: string; folder: string; assignment: string }): number {
  const above = standardArrangement.reduce((units, level) => {
    const longest = level === 'folder' ? LONGEST_FOLDER_UNITS : LONGEST_LEVEL_UNITS;
    return units + Math.min(levels[level].length, longest) + 1;
  }, 0);
  return LONGEST_PATH_UNITS - AROUND - above;
}
