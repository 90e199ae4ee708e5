import type { BesideCells, BesidePixels, BesideWords } from '@vestibul/core';

/** Two sides as the worker compares them: texts as they are read, tables row by row. */
export type BesideQuestion =
  /** The lines of a PDF end where its page does: there, by its sentences. */
  | { by: 'words'; before: string; after: string; isFlowing: boolean }
  | { by: 'cells'; before: string[][]; after: string[][] }
  | { by: 'pixels'; before: ArrayBuffer; after: ArrayBuffer };

/** What it found; null where the two have too little in common to be compared. */
export type BesideAnswer =
  | { by: 'words'; found: BesideWords | null }
  | { by: 'cells'; found: BesideCells | null }
  | { by: 'pixels'; found: BesidePixels | null };
