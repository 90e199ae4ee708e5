import { groupBy, sha256Hex, type AssignmentId, type Progress, type SubmissionId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { keepTexts, type InVault } from '../extraction/keptTexts';
import { all, run, type Database } from '../platform/database/database';
import { tryJob } from '../platform/runJob';
import type { School } from '../platform/School';

/** Versions that are measured against: each work is compared with all of them. */
const MOST_GIVEN = 12;

/** What was handed out with an assignment, in its newest versions. */
export function listGiven(db: Database, assignment: AssignmentId): InVault[] {
  return all<InVault>(
    db,
    `SELECT v.sha256, v.mime, v.extension FROM hand_out h JOIN blank_version v ON v.blank_id = h.blank_id
     WHERE h.assignment_id = ? GROUP BY v.sha256 ORDER BY MAX(v.kept_at) DESC, v.sha256 LIMIT ?`,
    [assignment, MOST_GIVEN],
  );
}

/** The pieces of the attempts that count, with how far each is; a `measured` of 0 says that it is not known yet. */
function listPieces(db: Database, assignment: AssignmentId, given: string) {
  return all<
    InVault &
      Omit<Progress, 'state' | 'share'> & {
        submissionId: SubmissionId;
        attempt: number;
        state: Progress['state'] | null;
        measured: number;
      }
  >(
    db,
    `SELECT s.id AS submissionId, s.attempt, q.sha256, q.mime, q.extension, p.words, p.added, p.removed, p.state,
       p.sha256 IS NOT NULL AS measured
     FROM submission s JOIN piece q ON q.submission_id = s.id AND q.attempt = s.attempt
     LEFT JOIN progress p ON p.given = :given AND p.sha256 = q.sha256
     WHERE s.assignment_id = :assignment`,
    { assignment, given },
  );
}

/** What names a set of bytes. */
const nameOf = (given: readonly InVault[]) => sha256Hex(given.map(({ sha256 }) => sha256).join(' '));

/**
 * How far the work of an assignment is from what was handed out with it, as far as it is measured: what is not yet is counted, and
 * is measured beside the requests. Of several pieces the one counts to which most was added.
 */
export function readProgress(school: School, assignment: AssignmentId): AnswerOf<'readProgress'> {
  const given = listGiven(school.db, assignment);
  if (given.length === 0) return { hasBlank: false, waiting: 0, works: [] };
  const pieces = listPieces(school.db, assignment, nameOf(given));
  const waiting = pieces.filter(({ measured }) => measured === 0).length;
  if (waiting > 0)
    school.sideWorks.begin(`progress ${assignment}`, (shouldStop) =>
      measureAll(school, assignment, shouldStop).catch(school.report),
    );
  const works = [...groupBy(pieces, ({ submissionId }) => submissionId).values()].flatMap((theirs) => {
    const [most] = theirs.filter(({ state }) => state !== null).toSorted((a, b) => b.added - a.added);
    if (!most?.state || theirs.some(({ measured }) => measured === 0)) return [];
    const { submissionId, attempt, words, added, removed, state } = most;
    return { submissionId, attempt, words, added, removed, share: words === 0 ? 0 : added / words, state };
  });
  return { hasBlank: true, waiting, works };
}

/** Measures what is not measured yet, a piece after the other. What ends its thread, or is not there, cannot be compared. */
async function measureAll(
  school: School,
  assignment: AssignmentId,
  shouldStop: () => boolean,
): Promise<void> {
  const given = listGiven(school.db, assignment);
  const name = nameOf(given);
  const unmeasured = new Map(
    listPieces(school.db, assignment, name)
      .filter(({ measured }) => measured === 0)
      .map((piece) => [piece.sha256, piece]),
  );
  await keepTexts(school, given, shouldStop);
  for (const piece of unmeasured.values()) {
    await keepTexts(school, [piece], shouldStop);
    if (shouldStop()) return;
    const job = {
      school: school.forThread,
      sha256: piece.sha256,
      blanks: given.map(({ sha256 }) => sha256),
    };
    const found = await tryJob(school, 'measure', job);
    if (shouldStop()) return;
    await school.gate.pass();
    const { words, added, removed, state } = found ?? { words: 0, added: 0, removed: 0, state: null };
    run(
      school.db,
      `INSERT OR REPLACE INTO progress (given, sha256, words, added, removed, state)
       VALUES (:name, :sha256, :words, :added, :removed, :state)`,
      { name, sha256: piece.sha256, words, added, removed, state },
    );
  }
}
