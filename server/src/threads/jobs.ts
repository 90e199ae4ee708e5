import { createHash } from 'node:crypto';
import fs from 'node:fs';
import {
  decodeText,
  readList,
  type ListOptions,
  type CourseId,
  type Extracted,
  type Progress as FarFromBlank,
  type PieceNote,
  type PackageId,
  type PersonId,
  type PileId,
  type PilePieceId,
  type ReadList,
  type Sha256,
  type UploadId,
} from '@vestibul/core';
import {
  readPieces,
  readTableAgain,
  unpackUpload,
  type PieceRead,
  type ReadAgain,
  type UnpackEnd,
} from '../sorting/pileJobs';
import { extract } from '../extraction/extract';
import { compareWorks, comparePassages, type Given } from '../extraction/compare';
import { keptText } from '../extraction/keptTexts';
import { measure } from '../extraction/measure';
import { drawThumbnail } from '../thumbnails/thumbnails';
import type { NewPilePiece } from '../sorting/pilePieces';
import { writeFeed } from '../calendar/feed';
import { findInTexts } from '../submissions/wordInText';
import { findStray } from '../intake/findStray';
import { measureSound } from '../intake/measureSound';
import { finishRecording, type Finishing } from '../intake/finishRecording';
import type { School, ThreadSchool } from '../platform/School';
import { openSchool } from '../openSchool';
import { applyPlan } from '../packages/applyPlan';
import { beginYear, type BeginYear } from '../new-year/beginYear';
import { comparePackageWith, readAgainstLast, type ReadAgainst } from '../packages/packageLists';
import { applyRenaming, findOffNames, planRenaming, undoRenaming, type Progress } from '../naming/renaming';
import { unzipTexts } from '../packages/unzipTexts';

/** Does something with the school through a connection of this thread's own. */
async function inSchool<Result>(
  how: ThreadSchool,
  work: (school: School) => Result | Promise<Result>,
): Promise<Result> {
  const school = openSchool(how);
  try {
    return await work(school);
  } finally {
    school.close();
  }
}

interface InSchool {
  school: ThreadSchool;
}

interface ToExtract {
  file: string;
  kind: Parameters<typeof extract>[1];
}

interface UnpackJob extends InSchool {
  upload: UploadId;
  cancel: SharedArrayBuffer;
}

interface ReadPiecesJob extends InSchool {
  pile: PileId;
  /** Pieces that are told by their name alone: reading them ended a thread before. */
  unread: readonly PilePieceId[];
  /** Whether no piece is read inside any more. */
  byNamesAlone: boolean;
  cancel: SharedArrayBuffer;
}

/** Tells how far a job is, where somebody listens. */
export type Report = (done: number, total: number) => void;

/** What a job says while it is at it. What is to be written it hands out: only the main thread writes. */
export interface Tell<Part> {
  report: Report;
  part: (part: Part) => void;
}

function progressOf<Part>(cancel: SharedArrayBuffer, tell: Tell<Part>): Progress & Tell<Part> {
  const flag = new Int32Array(cancel);
  return { ...tell, isCancelled: () => Atomics.load(flag, 0) !== 0 };
}

/** What is computed in threads of its own, so that no request waits for it. */
export const jobs = {
  /** SHA-256 of a file. */
  async hashFile(file: string): Promise<Sha256> {
    const hash = createHash('sha256');
    for await (const chunk of fs.createReadStream(file, { highWaterMark: 1 << 20 }))
      hash.update(chunk as Buffer);
    return hash.digest('hex') as Sha256;
  },

  /** All that is in a file; null where it cannot be read. */
  extract({ file, kind }: ToExtract): Promise<Extracted | null> {
    return extract(file, kind);
  },

  /** Draws what a file looks like, small, into its place. */
  drawThumbnail,

  /** How far a file is from the nearest of some blanks, all of them read before; null where that cannot be told. */
  measure({
    school: how,
    sha256,
    blanks,
  }: InSchool & { sha256: Sha256; blanks: Sha256[] }): Promise<FarFromBlank | null> {
    return inSchool(how, ({ db }) => {
      const inside = keptText(db, sha256);
      return (
        inside &&
        measure(
          inside,
          blanks.map((blank) => keptText(db, blank)).filter((blank) => blank !== null),
        )
      );
    });
  },

  /** Which of some works, read before, are nearly the same. */
  compareWorks({ school: how, works, given }: InSchool & { works: Sha256[]; given: Given }) {
    return inSchool(how, ({ db }) => compareWorks(db, works, given));
  },

  /** Works of a course in whose text, read before, a word stands. */
  findInTexts({ school: how, course, word }: InSchool & { course: CourseId; word: string }) {
    return inSchool(how, ({ db }) => findInTexts(db, course, word));
  },

  /** What is the same in two works. */
  comparePassages({ school: how, works, given }: InSchool & { works: [Sha256, Sha256]; given: Given }) {
    return inSchool(how, ({ db }) => comparePassages(db, works, given));
  },

  /** Writes a recording anew with its duration; false where it stays as it came. */
  finishRecording(files: Finishing, tell: Tell<never>): Promise<boolean> {
    return finishRecording(files, tell.report);
  },

  /** How long a file of sound alone is, in seconds; null where it is none. */
  measureSound(file: string): Promise<number | null> {
    return measureSound(file);
  },

  /** Reads a list of people and judges its rows. */
  readList({ text, options }: { text: string; options: ListOptions }): ReadList {
    return readList(text, options);
  },

  /** Reads a package of lists (a ZIP of CSV files); of one that says what changed, on top of the one applied last. */
  async readPackage({ school: how, zip }: InSchool & { zip: Uint8Array }): Promise<ReadAgainst> {
    const files = await unzipTexts(Buffer.from(zip));
    if (files === null) return { ok: false, faults: [{ file: '', line: 0, code: 'unreadable', found: '' }] };
    const texts = new Map([...files].map(([name, bytes]) => [name, decodeText(bytes)]));
    return inSchool(how, (school) => readAgainstLast(school, texts));
  },

  /** What a package would change in the school; both are read here. */
  comparePackage({
    school: how,
    id,
    same,
    addresses,
  }: InSchool & { id: PackageId; same: [string, PersonId | null][]; addresses: string[] }) {
    return inSchool(how, (school) =>
      comparePackageWith(school, id, { same: new Map(same), addresses: new Set(addresses) }),
    );
  },

  /** A calendar of many entries as a text. */
  writeFeed(input: Parameters<typeof writeFeed>[0]): string {
    return writeFeed(input);
  },

  /** Begins a year from an earlier one. */
  beginYear({ school: how, person, yearId, courses }: InSchool & BeginYear): Promise<CourseId[]> {
    return inSchool(how, (school) => beginYear(school, person, yearId, courses));
  },

  /** Writes what a package changes, through a connection of this thread's own. */
  applyPlan({ school: how, ...what }: InSchool & Parameters<typeof applyPlan>[1]) {
    return inSchool(how, (school) => applyPlan(school, what));
  },

  /** The names that a rule would change. */
  planRenaming({ school: how, ...wish }: InSchool & Parameters<typeof planRenaming>[1]) {
    return inSchool(how, (school) => planRenaming(school, wish));
  },

  /** Changes names, all or none. */
  applyRenaming(
    {
      school: how,
      cancel,
      ...what
    }: InSchool & { cancel: SharedArrayBuffer } & Parameters<typeof applyRenaming>[1],
    tell: Tell<never>,
  ) {
    return inSchool(how, (school) => applyRenaming(school, what, progressOf(cancel, tell)));
  },

  /** Takes a change of names back. */
  undoRenaming(
    {
      school: how,
      cancel,
      ...what
    }: InSchool & { cancel: SharedArrayBuffer } & Parameters<typeof undoRenaming>[1],
    tell: Tell<never>,
  ) {
    return inSchool(how, (school) => undoRenaming(school, what, progressOf(cancel, tell)));
  },

  /** Takes a ZIP file of a pile apart; what is in it is handed out. */
  unpack({ school: how, upload, cancel }: UnpackJob, tell: Tell<NewPilePiece[]>): Promise<UnpackEnd> {
    return inSchool(how, (school) => unpackUpload(school, upload, progressOf(cancel, tell)));
  },

  /** Reads the pieces of a pile that were not read yet; what was read is handed out. */
  readPieces({ school: how, cancel, ...what }: ReadPiecesJob, tell: Tell<PieceRead>): Promise<void> {
    return inSchool(how, (school) => readPieces(school, what, progressOf(cancel, tell)));
  },

  /** Reads again what lies on a course's table; what is otherwise now is handed out. */
  readAgain(
    { school: how, course, note }: InSchool & { course: CourseId; note: PieceNote | '' },
    tell: Tell<ReadAgain[]>,
  ): Promise<void> {
    return inSchool(how, (school) => readTableAgain(school, course, note, tell));
  },

  /** Bytes in the vault that nothing names any more. */
  findStray({ school: how, ...which }: InSchool & Parameters<typeof findStray>[1]) {
    return inSchool(how, (school) => findStray(school, which));
  },

  /** The names that do not follow the rule in force. */
  findOffNames({ school: how, ...what }: InSchool & Parameters<typeof findOffNames>[1]) {
    return inSchool(how, (school) => findOffNames(school, what));
  },
};

export type Jobs = typeof jobs;
export type JobName = keyof Jobs;
