import type { Evidence } from '@vestibul/core';
import type { Kept } from '@vestibul/server/kept';
import type { ReadWork } from '@vestibul/server/work';

/** The outside world, as far as the command touches it. */
export interface Surroundings {
  /** Reads the files of a folder or of a ZIP file; rejects where there is none. */
  readPile: (place: string, take: (piece: { path: string; evidence: Evidence[] }) => void) => Promise<void>;
  /** Reads what is in a file; rejects where there is none. */
  readWork: (file: string) => Promise<ReadWork>;
  /** The paths of the files of a folder, below it; rejects where there is none. */
  listFiles: (folder: string) => Promise<string[]>;
  /** Opens what a data folder holds; rejects where it holds no school. */
  openKept: (folder: string) => Promise<Kept>;
  read: (file: string) => Uint8Array;
  /** Writes a file, with the folders it lies in; rejects where it cannot be written. */
  write: (file: string, bytes: string | Uint8Array) => Promise<void>;
  out: (text: string) => void;
  err: (text: string) => void;
}

/** 0 done, or yes; 1 the answer is no; 2 the call or its input is wrong. */
export type ExitCode = 0 | 1 | 2;

/** The call or its input is wrong: said in one line that names the file, the line and the mend. */
export class WrongCall extends Error {}

/** The bytes of a file that a call names. */
export function readFile(file: string, { read }: Surroundings): Uint8Array {
  try {
    return read(file);
  } catch {
    throw new WrongCall(`${file}: cannot be read; name a file that is there`);
  }
}
