import { readKept } from '@vestibul/server/kept';
import { readPile } from '@vestibul/server/pile';
import { listFiles, readWork } from '@vestibul/server/work';
import { run } from './run';

/** Runs a command line over files that are given as texts. */
export function call(args: string[], files: Record<string, string | Buffer> = {}) {
  const out: string[] = [];
  const err: string[] = [];
  const written: Record<string, string | Uint8Array> = {};
  const code = run(args, {
    read(file) {
      const found = files[file];
      if (found === undefined) throw new Error('ENOENT');
      return Buffer.from(found as string);
    },
    write: (file, bytes) => {
      written[file] = bytes;
      return Promise.resolve();
    },
    readPile,
    readWork,
    listFiles,
    openKept: (folder) => Promise.resolve().then(() => readKept(folder)),
    out: (text) => out.push(text),
    err: (text) => err.push(text),
  });
  return { code, out, err, written };
}

/** A class of few people; two have the same name. */
export const klass = {
  school: 'Larkmoor School',
  year: '2026-27',
  course: 'Field Geography',
  courseCode: 'GEO',
  teacher: { last: 'Tamsin' },
  periods: [
    { id: 'p2', number: 2, label: 'Period 2' },
    { id: 'p10', number: 10, label: 'Period 10' },
  ],
  students: [
    { id: 's001', last: 'Abara', first: 'Chidi', period: 'p2' },
    { id: 's002', last: 'Ngô', first: 'Tường', preferred: 'Ty', period: 'p10' },
    { id: 's003', last: 'Lee', first: 'Ana', period: 'p2' },
    { id: 's004', last: 'Lee', first: 'Ana', period: 'p10' },
  ],
  assignments: [
    { id: 'a01', title: 'Stream Gauge Log', due: '2026-09-04T23:59:00-04:00' },
    { id: 'a02', title: 'Hill Profile', due: '2026-09-18T23:59:00-04:00' },
  ],
};
