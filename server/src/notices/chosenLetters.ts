import { randomBytes } from 'node:crypto';
import type { ChosenLetters, PersonId } from '@vestibul/core';
import { pathOf, type BodyOf } from '@vestibul/contract';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { one, run } from '../platform/database/database';
import { mondayOf } from './mondayOf';

/** SQL: whether a letter is of use to person `p`: they have an address, and nobody closed their account. */
export const canGetLetters = "(p.email <> '' AND p.closed_at IS NULL)";

/** Which letters somebody gets. */
export function setLetters(
  school: School,
  person: PersonId,
  { digest, weekly, returnLetters }: BodyOf<'setNotices'>,
): void {
  const asNumber = (wanted: boolean | undefined) => (wanted === undefined ? null : wanted ? 1 : 0);
  run(
    school.db,
    `UPDATE person SET digest = COALESCE(:digest, digest), return_letters = COALESCE(:returns, return_letters),
       weekly_on = CASE WHEN :weekly = 1 AND weekly_letter = 0 THEN :monday ELSE weekly_on END,
       weekly_letter = COALESCE(:weekly, weekly_letter) WHERE id = :person`,
    {
      digest: digest ?? null,
      weekly: asNumber(weekly),
      returns: asNumber(returnLetters),
      // The first comes when the next week begins.
      monday: mondayOf(school),
      person,
    },
  );
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
  weekly: 'UPDATE person SET weekly_letter = 0 WHERE letters_token = ?',
  daily: `UPDATE person SET digest = 'none' WHERE letters_token = ?`,
  returns: 'UPDATE person SET return_letters = 0 WHERE letters_token = ?',
};

/** Ends the letters of a kind for whose address it is; once more does no harm. Fails with `not-found`. */
export function stopLetters(school: School, letters: ChosenLetters, token: string): void {
  if (run(school.db, STOPS[letters], [token]) === 0) throw new Failure('not-found');
}
