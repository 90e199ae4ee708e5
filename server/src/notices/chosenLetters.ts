import { randomBytes } from 'node:crypto';
import type { ChosenLetters, PersonId } from '@vestibul/core';
import { pathOf, type BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { one, run } from '../platform/database/database';

/** Which letters somebody gets. */
export function setLetters(
  school: School,
  person: PersonId,
  { digest, returnLetters }: BodyOf<'setNotices'>,
): void {
  run(school.db, 'UPDATE person SET digest = :digest, return_letters = :returns WHERE id = :person', {
    digest,
    returns: returnLetters ? 1 : 0,
    person,
  });
}

/**
 * The address at which somebody's letters of a kind are stopped without signing in, as a letter carries it. It does nothing
 * else, and stays the same: an old letter can stop the new ones.
 */
export function stopAddress(school: School, person: PersonId, letters: ChosenLetters): string {
  const { db } = school;
  run(db, 'UPDATE person SET letters_token = ? WHERE id = ? AND letters_token IS NULL', [
    randomBytes(24).toString('base64url'),
    person,
  ]);
  const { token } = one<{ token: string }>(db, 'SELECT letters_token AS token FROM person WHERE id = ?', [
    person,
  ])!;
  return new URL(pathOf('stopLetters', { letters, token }), school.address()).href;
}

/** What nobody gets who does not want it, by column. */
const STOPS: Record<ChosenLetters, string> = {
  daily: `UPDATE person SET digest = 'none' WHERE letters_token = ?`,
  returns: 'UPDATE person SET return_letters = 0 WHERE letters_token = ?',
};

/** Ends the letters of a kind for whose address it is; once more does no harm. Fails with `not-found`. */
export function stopLetters(school: School, letters: ChosenLetters, token: string): void {
  if (run(school.db, STOPS[letters], [token]) === 0) throw new Failure('not-found');
}
