import type { CourseId, Sha256, SubmissionId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { keepTexts, keptText, listKept, type InVault } from '../extraction/keptTexts';
import { all, plainName, type Database } from '../platform/database/database';
import { runJob } from '../platform/runJob';
import type { School } from '../platform/School';

/** The pieces of the attempts that count, the newest first. */
const listPieces = (db: Database, course: CourseId) =>
  all<InVault & { submissionId: SubmissionId }>(
    db,
    `SELECT s.id AS submissionId, q.sha256, q.mime, q.extension
     FROM submission s JOIN piece q ON q.submission_id = s.id AND q.attempt = s.attempt
     WHERE s.course_id = ? ORDER BY s.turned_in_at DESC`,
    [course],
  );

/** Works of a course in whose text a word, or several after each other, stands; of a thread, since it goes through all of them. */
export function findInTexts(db: Database, course: CourseId, word: string): SubmissionId[] {
  const wanted = plainName(word);
  const holds = new Map<Sha256, boolean>();
  const found = new Set<SubmissionId>();
  for (const { submissionId, sha256 } of listPieces(db, course)) {
    const known = holds.get(sha256) ?? plainName(keptText(db, sha256)?.text ?? '').includes(wanted);
    holds.set(sha256, known);
    if (known) found.add(submissionId);
  }
  return [...found];
}

/**
 * Works in whose text a word stands, as far as they were read: what was not yet is counted, and is read beside the requests, the
 * newest first.
 */
export async function findWord(
  school: School,
  course: CourseId,
  word: string,
): Promise<AnswerOf<'findWord'>> {
  const pieces = listPieces(school.db, course);
  const kept = listKept(
    school.db,
    pieces.map(({ sha256 }) => sha256),
  );
  const waiting = new Map(
    pieces.filter(({ sha256 }) => !kept.has(sha256)).map((piece) => [piece.sha256, piece]),
  );
  if (waiting.size > 0)
    school.sideWorks.begin(`texts ${course}`, (shouldStop) =>
      keepTexts(school, [...waiting.values()], shouldStop).catch(school.report),
    );
  const submissionIds = await runJob('findInTexts', { school: school.forThread, course, word });
  return { waiting: waiting.size, submissionIds };
}
