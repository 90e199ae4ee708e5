import type { CommentId, Instant, PersonId, SubmissionId } from '@vestibul/core';
import { answerComment, markRead, one, setDone, type School } from '@vestibul/server';
import { later } from './calendar';
import type { Chance } from './random';

const MINUTE = 60_000;

/** What students write back, and what is said to that. */
const exchanges = [
  ['The lower one, at the ford. I will write it beside the reading.', 'Good. Then it is done.'],
  ['I measured it twice because the first time the tape was wet.', 'Say that in your log: it is a finding.'],
  ['Can I redo it with the other jar?', 'Yes, until Friday. Turn it in as a new attempt.'],
  ['Thank you! I did not see that.', ''],
] as const;

type Read = { at: Instant; does: (id: SubmissionId) => void };

/** Most students read what came back, after a while; a few answer what was said, and most of those hear back. */
export function planReading(school: School, staff: PersonId, backAt: Instant, chance: Chance): Read[] {
  if (!chance.happens(0.8)) return [];
  const readAt = later(backAt, chance.between(30, 2400) * MINUTE);
  const reads: Read[] = [
    {
      at: readAt,
      does: (id) => {
        const { student } = studentOf(school, id);
        markRead(school, student, id, readAt);
      },
    },
  ];
  if (!chance.happens(0.09)) return reads;
  const [asks, says] = chance.pick(exchanges);
  reads.push({
    at: later(readAt, 4 * MINUTE),
    does: (id) => {
      const said = firstShown(school, id);
      if (said) answerComment(school, studentOf(school, id).student, id, said, asks);
    },
  });
  if (!chance.happens(0.85)) return reads;
  reads.push({
    at: later(readAt, chance.between(200, 1600) * MINUTE),
    does: (id) => {
      const said = firstShown(school, id);
      if (!said) return;
      if (says !== '') answerComment(school, staff, id, said, says);
      setDone(school, staff, id, said, true);
    },
  });
  return reads;
}

const studentOf = (school: School, id: SubmissionId) =>
  one<{ student: PersonId }>(school.db, 'SELECT student_id AS student FROM submission WHERE id = ?', [id])!;

/** The first comment that the student can read. */
const firstShown = (school: School, id: SubmissionId) =>
  one<{ id: CommentId }>(
    school.db,
    `SELECT id FROM comment WHERE submission_id = ? AND answers_id IS NULL AND shown_at IS NOT NULL ORDER BY at, rowid LIMIT 1`,
    [id],
  )?.id;
