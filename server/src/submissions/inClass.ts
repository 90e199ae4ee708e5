import { Readable } from 'node:stream';
import {
  fullName,
  localToInstant,
  type AssignmentId,
  type Instant,
  type LocalTime,
  type PersonId,
  type SubmissionId,
} from '@vestibul/core';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import { findAssignment } from '../assignments/assignments';
import { findSitting, findStanding, requireTaker } from '../assignments/sitting';
import { TEXT_EXTENSION, TEXT_MIME } from '../intake/tray';
import { addArrived } from '../intake/uploads';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { together } from '../platform/database/database';
import { timeZoneOf } from '../school/facts';
import { undoAttempt } from './attempts';
import { findSubmission, isInClass } from './submissions';
import { findPress, makeAttempt } from './turnIn';

/** What it is called before it has its proper name. */
const IN_CLASS = 'Shown in class';
/** How long ago something was shown that is still written down. */
const LONGEST_AGO_MS = 366 * 24 * 3_600_000;

/**
 * Writes down that a student has shown something in class: an attempt of theirs, whose one piece is a text with these words,
 * so that it is reviewed, scored, handed back and found as all work is. It is in time, unless it says when it was shown. The
 * same press (`key`) is answered alike however often it comes. Fails with `already-in`, `not-past`, `has-left`,
 * `not-given-to`; then nothing is changed.
 */
export async function recordInClass(
  school: School,
  by: PersonId,
  assignmentId: AssignmentId,
  student: PersonId,
  { key, words, atLocal }: BodyOf<'recordInClass'>,
): Promise<AnswerOf<'recordInClass'>> {
  const { db } = school;
  const findMade = () => {
    const made = findPress(db, student, assignmentId, key);
    return made && { submissionId: made.submissionId, attempt: made.n };
  };
  const before = findMade();
  if (before) return before;
  // Refused before anything is kept; and asked once more when it is.
  momentShown(school, assignmentId, student, atLocal);
  const { sha256, bytes } = await school.vault.put(Readable.from([Buffer.from(words)]));
  return together(db, () => {
    const meanwhile = findMade();
    if (meanwhile) return meanwhile;
    const at = momentShown(school, assignmentId, student, atLocal);
    const upload = addArrived(db, {
      by: student,
      assignment: assignmentId,
      kind: 'text',
      text: words,
      name: IN_CLASS,
      at,
      sha256,
      bytes,
      mime: TEXT_MIME,
      extension: TEXT_EXTENSION,
    });
    const made = makeAttempt(
      school,
      { student, by, at, key, namesAgreed: true, inClass: true },
      assignmentId,
      [upload],
    );
    return { submissionId: made.submissionId, attempt: made.n };
  });
}

/** When something is shown that may be written down; fails as `recordInClass`. */
function momentShown(
  school: School,
  assignmentId: AssignmentId,
  student: PersonId,
  atLocal: LocalTime | null,
): Instant {
  const { db } = school;
  const now = school.now();
  const assignment = findAssignment(db, assignmentId);
  const sitting = findSitting(db, assignment.courseId, student);
  const { due } = requireTaker(db, assignment, sitting, now);
  const at = atLocal === null ? earlier(due, now) : localToInstant(atLocal, timeZoneOf(db));
  const ago = Date.parse(now) - Date.parse(at);
  if (ago < 0 || ago > LONGEST_AGO_MS) throw new Failure('not-past');
  if ((findStanding(db, assignmentId, student)?.attempt ?? 0) > 0)
    throw new Failure('already-in', { name: fullName(sitting.called || sitting.first, sitting.last) });
  return at;
}

const earlier = (one: Instant, other: Instant): Instant => (one < other ? one : other);

/**
 * Takes out again what was written down as shown in class. Fails with `nothing-in` where the attempt is something else or gone
 * already, and with `has-review`.
 */
export function undoInClass(school: School, by: PersonId, id: SubmissionId, attempt: number): void {
  const { db } = school;
  together(db, () => {
    if (!isInClass(db, id, attempt)) throw new Failure('nothing-in');
    undoAttempt(school, by, findSubmission(db, id), attempt);
  });
}
