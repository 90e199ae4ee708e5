import type { PersonId, SubmissionId } from '@vestibul/core';
import type { Looked } from '../platform/live/Looking';
import type { School } from '../platform/School';
import { findSubmission } from '../submissions/submissions';

/** Tells the staff who has a piece before them, where that has changed. */
function tell(school: School, pieces: readonly Looked[]): void {
  for (const { course, submission } of pieces)
    school.bus.tell(
      { staffOf: course },
      { kind: 'looking', submissionId: submission, people: school.looking.at(submission) },
    );
}

/** Somebody of the staff has a piece before them, or no longer. Leaving one that they are not at changes nothing. */
export function lookAt(school: School, by: PersonId, submission: SubmissionId, isHere: boolean): void {
  const { courseId: course } = findSubmission(school.db, submission);
  if (!isHere && school.looking.of(by) !== submission) return;
  tell(school, school.looking.set(by, isHere ? { course, submission } : null, Date.now()));
}

/** Has those be gone who have not said for long that they are there. */
export function forgetGone(school: School): void {
  tell(school, school.looking.forgetGone(Date.now()));
}
