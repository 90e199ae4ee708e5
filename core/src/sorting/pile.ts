/** Where something that came in a pile is. Everything that arrived is in exactly one of them. */
export const pileStates = [
  'reading',
  'told',
  'to sort',
  'later',
  'placed',
  'repeat',
  'not ours',
  'refused',
] as const;
export type PileState = (typeof pileStates)[number];

/** Those that lie on the sorting table. */
export const tableStates = ['to sort', 'later'] as const satisfies readonly PileState[];
export type TableState = (typeof tableStates)[number];

/** Why an entry of a ZIP, or a file, was not taken in. */
export const refusals = [
  'outside',
  'link',
  'encrypted',
  'corrupt',
  'bomb',
  'empty',
  'litter',
  'too-large',
  'not-a-zip',
  'half-sent',
] as const;
export type Refusal = (typeof refusals)[number];

/** Why a piece that was told was not placed; `unreadable`: reading it inside took too long or too much memory. */
export const stays = [
  'not-given',
  'left-course',
  'same-bytes',
  'name-off-rule',
  'year-over',
  'unreadable',
] as const;
export type Stay = (typeof stays)[number];

/** What is noted of a piece beside where it is: why it stays, or that what somebody decided placed it. */
export const pieceNotes = [...stays, 'taught'] as const;
export type PieceNote = (typeof pieceNotes)[number];

/** Files that systems leave in folders: nobody handed them in (common practice, no source). */
const LITTER =
  /(?:^|\/)(?:__MACOSX(?:\/|$)|\.DS_Store$|\._|Thumbs\.db$|ehthumbs\.db$|desktop\.ini$|\.directory$|\.Spotlight-|\.Trashes|\$RECYCLE\.BIN|~\$|\.~lock\.|\.git(?:\/|$))/iu;

export function isLitter(path: string): boolean {
  return LITTER.test(path);
}

/** Whether a path of an archive points anywhere but below the archive (APPNOTE.TXT 4.4.17.1 allows none of these). */
export function pointsOutside(path: string): boolean {
  return (
    path.startsWith('/') ||
    path.startsWith('\\') ||
    /^[a-z]:/iu.test(path) ||
    path.includes('\0') ||
    path.split(/[/\\]/u).includes('..')
  );
}

export type PileCounts = Record<PileState, number>;

/** How many of a pile arrived: the sum of all that became of it. */
export function arrivedOf(counts: PileCounts): number {
  return pileStates.reduce((sum, state) => sum + counts[state], 0);
}
