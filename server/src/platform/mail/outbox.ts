import { toInstant, type Letter } from '@vestibul/core';
import { Failure } from '../failure';
import type { Outgoing } from './Mailer';
import type { School } from '../School';
import { newId } from '../newId';
import { all, run } from '../database/database';

/** How long after a failed try the next one comes, in minutes; after the last one the letter is given up. */
const AGAIN_MINUTES = [1, 5, 15, 60, 240, 720];

/**
 * Puts a letter among those to be sent. In the transaction of what it tells of: then both are kept, or neither. Fails with
 * `no-mail` where this school sends none.
 */
export function queueLetter(
  school: School,
  to: string,
  letter: Letter,
  { replyTo, stopAddress }: Partial<Pick<Outgoing, 'replyTo' | 'stopAddress'>> = {},
): void {
  if (!school.mail) throw new Failure('no-mail');
  run(
    school.db,
    `INSERT INTO letter
       (id, to_address, subject, text, queued_at, next_try_at, tries, reply_name, reply_address, stop_address)
     VALUES (:id, :to, :subject, :text, :at, :at, 0, :replyName, :replyAddress, :stopAddress)`,
    {
      id: newId('l'),
      to,
      ...letter,
      at: school.now(),
      replyName: replyTo?.name ?? '',
      replyAddress: replyTo?.address ?? '',
      stopAddress: stopAddress ?? '',
    },
  );
}

interface QueuedLetter {
  id: string;
  to: string;
  subject: string;
  text: string;
  tries: number;
  replyName: string;
  replyAddress: string;
  stopAddress: string;
}

/** Letters taken at once. */
const AT_ONCE = 20;

/** Sends what is due; returns how many letters went. A letter that cannot be sent is tried again later. */
export async function sendDue(school: School): Promise<number> {
  const { mail } = school;
  if (!mail) return 0;
  const due = all<QueuedLetter>(
    school.db,
    `SELECT id, to_address AS "to", subject, text, tries, reply_name AS replyName, reply_address AS replyAddress,
       stop_address AS stopAddress FROM letter
     WHERE next_try_at IS NOT NULL AND next_try_at <= ? ORDER BY next_try_at LIMIT ?`,
    [school.now(), AT_ONCE],
  );
  let sent = 0;
  for (const letter of due) {
    try {
      const { to, subject, text, replyName: name, replyAddress: address, stopAddress } = letter;
      await mail.send({
        to,
        subject,
        text,
        replyTo: address === '' ? null : { name, address },
        stopAddress: stopAddress || null,
      });
      sent += 1;
      // Its words are nobody's any more once it has gone.
      await school.gate.pass();
      run(
        school.db,
        `UPDATE letter SET sent_at = :at, next_try_at = NULL, text = '', tries = tries + 1 WHERE id = :id`,
        { at: school.now(), id: letter.id },
      );
    } catch (error) {
      school.report(error);
      await school.gate.pass();
      putOff(school, letter);
    }
  }
  return sent;
}

function putOff(school: School, { id, tries }: QueuedLetter): void {
  const minutes = AGAIN_MINUTES[tries];
  const at = school.now();
  run(
    school.db,
    'UPDATE letter SET tries = tries + 1, next_try_at = :next, failed_at = :failed WHERE id = :id',
    {
      id,
      next: minutes === undefined ? null : toInstant(Date.parse(at) + minutes * 60_000),
      failed: minutes === undefined ? at : null,
    },
  );
}
