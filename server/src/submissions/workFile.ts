import { createReadStream, type ReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { workPaths, type AssignmentId, type Instant, type PersonId, type Sha256 } from '@vestibul/core';
import { findAssignment } from '../assignments/assignments';
import type { Call } from '../platform/http/call';
import { Failure } from '../platform/failure';
import { setDownload } from '../platform/http/send';
import { all, type Database } from '../platform/database/database';
import { nameColumns, type PersonName } from '../school/people';

interface WorkPiece extends PersonName {
  period: string;
  folder: string;
  name: string;
  sha256: Sha256;
  at: Instant;
}

/** What is in for an assignment in the attempts that count, of these students or of all, in the order of their names. */
export function listWork(
  db: Database,
  assignment: AssignmentId,
  students: readonly PersonId[] | null,
): WorkPiece[] {
  const wanted = students && new Set(students);
  return all<WorkPiece>(
    db,
    `SELECT ${nameColumns}, d.label AS period, COALESCE(f.name, '') AS folder, q.name, q.sha256, s.turned_in_at AS at
     FROM submission s JOIN piece q ON q.submission_id = s.id AND q.attempt = s.attempt
     JOIN person p ON p.id = s.student_id
     JOIN enrolment e ON e.course_id = s.course_id AND e.student_id = s.student_id
     JOIN period d ON d.id = e.period_id
     LEFT JOIN folder f ON f.course_id = s.course_id AND f.student_id = s.student_id
     WHERE s.assignment_id = ? ORDER BY d.number, p.sort_key, p.id, q.n`,
    [assignment],
  ).filter(({ id }) => !wanted || wanted.has(id));
}

/**
 * The work of an assignment as one ZIP, by period and turn-in folder, under the proper names. It is written while it is sent: no
 * more than one file is open at a time, and whoever goes away ends it.
 */
export async function sendWork({ school, params, query, response }: Call<'readWork'>): Promise<void> {
  const pieces = listWork(school.db, params.assignmentId, query.students);
  if (pieces.length === 0) throw new Failure('nothing-in');
  for (const { sha256, name } of pieces)
    if (!(await school.vault.has(sha256))) throw new Failure('bytes-missing', { name });
  const paths = workPaths(
    pieces.map(({ period, folder, name, last, first }) => ({
      folders: [period, folder || [last, first].filter(Boolean).join(', ')],
      name,
    })),
  );
  const ending = new AbortController();
  const zip = new ZipFile();
  let open: ReadStream | null = null;
  zip.on('error', (error) => ending.abort(error));
  for (const [index, { sha256, at }] of pieces.entries())
    // Packed a little: what is only stored, of a size that is told behind it, some programs cannot unpack (APPNOTE 6.3.10, 4.4.4).
    zip.addReadStreamLazy(paths[index]!, { mtime: new Date(at), compressionLevel: 1 }, (begin) => {
      open = createReadStream(school.vault.pathOf(sha256));
      begin(null, open);
    });
  zip.end();
  setDownload(response, `${findAssignment(school.db, params.assignmentId).title}.zip`, 'application/zip');
  try {
    await pipeline(zip.outputStream, response, { signal: ending.signal });
  } finally {
    (open as ReadStream | null)?.destroy();
  }
}
