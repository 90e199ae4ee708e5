import { sha256Hex, type CourseId, type PersonId, type PhraseId } from '@vestibul/core';
import { MOST_PHRASES, type AnswerOf, type BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { newId } from '../platform/newId';
import { all, one, run, together, type Database } from '../platform/database/database';
import { writeEvent } from '../platform/ledger/ledger';

interface PhraseRow {
  id: PhraseId;
  ownerId: PersonId | null;
  key: string;
  text: string;
}

/** The phrases that somebody has in a course: their own, then the course's, each by its key. */
export function listPhrases(db: Database, course: CourseId, viewer: PersonId): AnswerOf<'listPhrases'> {
  return all<PhraseRow>(
    db,
    `SELECT id, owner_id AS ownerId, key, text FROM phrase WHERE owner_id = :viewer
     UNION ALL SELECT id, owner_id, key, text FROM phrase WHERE course_id = :course`,
    { viewer, course },
  )
    .map(({ ownerId, ...phrase }) => ({ ...phrase, isMine: ownerId !== null }))
    .toSorted((a, b) => Number(b.isMine) - Number(a.isMine) || (a.key < b.key ? -1 : 1));
}

/** Keeps a phrase, for oneself or for the course. Fails with `phrase-exists`, `too-many-phrases`. */
export function keepPhrase(
  school: School,
  by: PersonId,
  course: CourseId,
  { key, text, isMine }: BodyOf<'keepPhrase'>,
): void {
  const { db } = school;
  together(db, () => {
    const beside = phrasesOf(db, by, course, isMine);
    if (beside.length >= MOST_PHRASES) throw new Failure('too-many-phrases', { most: MOST_PHRASES });
    requireFree(beside, key);
    run(
      db,
      'INSERT INTO phrase (id, owner_id, course_id, key, text) VALUES (:id, :ownerId, :courseId, :key, :text)',
      {
        id: newId<PhraseId>('ph'),
        ownerId: isMine ? by : null,
        courseId: isMine ? null : course,
        key,
        text,
      },
    );
    writeEvent(school, by, 'phrase kept', { course }, { textSha256: sha256Hex(text) });
  });
}

/** Gives a phrase another key or other words. Fails with `not-found`, `phrase-exists`. */
export function changePhrase(
  school: School,
  by: PersonId,
  course: CourseId,
  id: PhraseId,
  { key, text }: BodyOf<'changePhrase'>,
): void {
  const { db } = school;
  together(db, () => {
    const was = findPhrase(db, by, course, id);
    if (was.key === key && was.text === text) return;
    const beside = phrasesOf(db, by, course, was.ownerId !== null);
    requireFree(
      beside.filter((known) => known.id !== id),
      key,
    );
    run(db, 'UPDATE phrase SET key = :key, text = :text WHERE id = :id', { key, text, id });
    writeEvent(school, by, 'phrase changed', { course }, { textSha256: sha256Hex(text) });
  });
}

/** Removes a phrase; what was written with it stays. Fails with `not-found`. */
export function removePhrase(school: School, by: PersonId, course: CourseId, id: PhraseId): void {
  const { db } = school;
  together(db, () => {
    const { text } = findPhrase(db, by, course, id);
    run(db, 'DELETE FROM phrase WHERE id = ?', [id]);
    writeEvent(school, by, 'phrase removed', { course }, { textSha256: sha256Hex(text) });
  });
}

type Known = AnswerOf<'listPhrases'>;

/** The phrases of one owner: somebody's own, or the course's. */
const phrasesOf = (db: Database, by: PersonId, course: CourseId, isMine: boolean): Known =>
  listPhrases(db, course, by).filter((known) => known.isMine === isMine);

/** Fails with `phrase-exists` where one of these has a key. */
function requireFree(beside: Known, key: string): void {
  if (beside.some((known) => known.key === key)) throw new Failure('phrase-exists', { key });
}

/** A phrase that somebody has in a course. */
function findPhrase(db: Database, by: PersonId, course: CourseId, id: PhraseId): PhraseRow {
  const found = one<PhraseRow>(
    db,
    `SELECT id, owner_id AS ownerId, key, text FROM phrase
     WHERE id = :id AND (owner_id = :by OR course_id = :course)`,
    { id, by, course },
  );
  if (!found) throw new Failure('not-found');
  return found;
}
