import { sayOfAttempt, returnToTray } from '../submissions/attempts';
import { sha256Hex, type CourseId, type PersonId, type SubmissionId } from '@vestibul/core';
import { Failure } from '../platform/failure';
import { queueReturnLetter } from '../notices/returnLetter';
import type { School } from '../platform/School';
import { together } from '../platform/database/database';
import { nowOnLedger, writeEvent } from '../platform/ledger/ledger';
import { aboutOf, findSubmission, type SubmissionRow } from '../submissions/submissions';
import { keepWhoWorkedOn } from '../submissions/workedOn';
import { addCommentTo, showComments } from './comments';
import { showScore } from './scores';

/** An act on what somebody looked at: the attempt that counts must still be that one. Fails with `nothing-in`, `newer-attempt`. */
function requireCounting(row: SubmissionRow, attempt: number): void {
  if (row.attempt === 0) throw new Failure('nothing-in');
  if (row.attempt !== attempt) throw new Failure('newer-attempt', { attempt: row.attempt });
}

/** Marks an attempt as reviewed. Doing it again changes nothing. Fails with `nothing-in`, `newer-attempt`. */
export function markReviewed(school: School, by: PersonId, id: SubmissionId, attempt: number): void {
  together(school.db, () => {
    const row = findSubmission(school.db, id);
    requireCounting(row, attempt);
    if (row.reviewedAt !== null) return;
    const at = nowOnLedger(school);
    sayOfAttempt(school.db, row.id, row.attempt, { reviewed_at: at });
    keepWhoWorkedOn(school.db, row.id, by);
    writeEvent(school, by, 'reviewed', aboutOf(row), { attempt }, at);
  });
}

/** What an act on several submissions came to: those it changed, and those of which a newer attempt counts. */
export interface Acted {
  changed: SubmissionId[];
  newer: number;
}

/** Lets held work through. */
export function approve(school: School, by: PersonId, course: CourseId, works: readonly Work[]): Acted {
  return changeEach(school, course, works, (row) => {
    if (row.held === 0) return false;
    sayOfAttempt(school.db, row.id, row.attempt, { held: 0 });
    writeEvent(school, by, 'approved', aboutOf(row), { attempt: row.attempt });
    return true;
  });
}

/** Takes the mark 'reviewed' off again. What was handed back stays handed back. Fails with `newer-attempt`. */
export function withdrawReview(school: School, by: PersonId, id: SubmissionId, attempt: number): void {
  together(school.db, () => {
    const row = findSubmission(school.db, id);
    requireCounting(row, attempt);
    if (row.reviewedAt === null || row.handedBackAt !== null) return;
    sayOfAttempt(school.db, row.id, row.attempt, { reviewed_at: null });
    writeEvent(school, by, 'review withdrawn', aboutOf(row), { attempt });
  });
}

/** Hands pieces back to their students, all in one step; what is not reviewed yet is so from now on. */
export function handBack(school: School, by: PersonId, course: CourseId, works: readonly Work[]): Acted {
  return changeEach(school, course, works, (row) => {
    if (row.handedBackAt !== null || row.attempt === 0) return false;
    const at = nowOnLedger(school);
    const { attempt } = row;
    // What is handed back is no longer held.
    if (row.held === 1) writeEvent(school, by, 'approved', aboutOf(row), { attempt }, at);
    if (row.reviewedAt === null) {
      keepWhoWorkedOn(school.db, row.id, by);
      writeEvent(school, by, 'reviewed', aboutOf(row), { attempt }, at);
    }
    showScore(school.db, row, at);
    sayOfAttempt(school.db, row.id, row.attempt, {
      held: 0,
      reviewed_at: row.reviewedAt ?? at,
      handed_back_at: at,
    });
    showComments(school.db, row.id, at);
    writeEvent(school, by, 'handed back', aboutOf(row), { attempt }, at);
    queueReturnLetter(school, by, row.id, { isAgain: false });
    return true;
  });
}

/** A submission, and the attempt of it that an act means. */
export interface Work {
  submissionId: SubmissionId;
  attempt: number;
}

/**
 * Changes submissions of one course, all or none; `change` says of each whether it changed it. One of which another attempt
 * counts than the one that is meant is left as it is.
 */
export function changeEach(
  school: School,
  course: CourseId,
  works: readonly Work[],
  change: (row: SubmissionRow) => boolean,
): Acted {
  return together(school.db, () => {
    const meant = new Map(works.map(({ submissionId, attempt }) => [submissionId, attempt]));
    const acted: Acted = { changed: [], newer: 0 };
    for (const [id, attempt] of meant) {
      const row = findSubmission(school.db, id);
      if (row.courseId !== course) throw new Failure('not-found');
      if (row.attempt !== 0 && row.attempt !== attempt) acted.newer += 1;
      else if (change(row)) acted.changed.push(id);
    }
    return acted;
  });
}
/**
 * Sends held work back to its students with a word. Its pieces lie in the tray again, and the word is to be seen at once.
 * What is not held is left.
 */
export function sendBack(
  school: School,
  by: PersonId,
  course: CourseId,
  works: readonly Work[],
  word: string,
): Acted {
  return changeEach(school, course, works, (row) => {
    if (row.held === 0) return false;
    const at = nowOnLedger(school);
    sayOfAttempt(school.db, row.id, row.attempt, { sent_back_at: at });
    addCommentTo(school.db, {
      id: row.id,
      attempt: row.attempt,
      by,
      text: word,
      at,
      isShown: true,
      place: null,
    });
    writeEvent(
      school,
      by,
      'sent back',
      aboutOf(row),
      { attempt: row.attempt, textSha256: sha256Hex(word) },
      at,
    );
    const { attempt } = row;
    returnToTray(school, row, attempt);
    queueReturnLetter(school, by, row.id, { isAgain: true });
    return true;
  });
}
