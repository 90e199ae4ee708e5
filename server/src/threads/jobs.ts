import { createHash } from 'node:crypto';
import fs from 'node:fs';
import {
  comparePackage,
  decodeText,
  readList,
  readPackage,
  type ListOptions,
  type PersonId,
  type ReadList,
  type ReadPackage,
  type Sha256,
} from '@vestibul/core';
import { openSchool } from '../school';
import { applyPlan } from '../store/applyPlan';
import { unzipTexts } from './unzipTexts';

/** What is computed in threads of its own, so that no request waits for it. */
export const jobs = {
  /** SHA-256 of a file. */
  async hashFile(file: string): Promise<Sha256> {
    const hash = createHash('sha256');
    for await (const chunk of fs.createReadStream(file, { highWaterMark: 1 << 20 }))
      hash.update(chunk as Buffer);
    return hash.digest('hex') as Sha256;
  },

  /** Reads a list of people and judges its rows. */
  readList({ text, options }: { text: string; options: ListOptions }): ReadList {
    return readList(text, options);
  },

  /** Reads a package of lists (a ZIP of CSV files). */
  async readPackage(zip: Uint8Array): Promise<ReadPackage> {
    const files = await unzipTexts(Buffer.from(zip));
    if (files === null) return { ok: false, faults: [{ file: '', line: 0, code: 'unreadable', found: '' }] };
    return readPackage(new Map([...files].map(([name, bytes]) => [name, decodeText(bytes)])));
  },

  /** What a package would change in the school. */
  comparePackage({
    lists,
    school,
    same,
  }: {
    lists: Parameters<typeof comparePackage>[0];
    school: Parameters<typeof comparePackage>[1];
    same: [string, PersonId | null][];
  }) {
    return comparePackage(lists, school, new Map(same));
  },

  /** Writes what a package changes, through a connection of this thread's own. */
  applyPlan({ folder, ...what }: { folder: string } & Parameters<typeof applyPlan>[1]) {
    const school = openSchool({ folder });
    try {
      return applyPlan(school, what);
    } finally {
      school.close();
    }
  },
};

export type Jobs = typeof jobs;
export type JobName = keyof Jobs;
