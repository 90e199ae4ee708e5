import type { AssignmentId, PersonId, SubmissionId } from '@vestibul/core';
import type { School } from '../platform/School';
import { sendBack, approve, handBack, markReviewed, withdrawReview } from './review';
import { addComment } from './comments';
import { one } from '../platform/database/database';
import { caller, type Call, type JsonHandlers } from '../platform/http/call';
import { tellOfSubmission } from '../submissions/tellOfSubmission';
import { readSubmission } from './readSubmission';

/** Says it to the student on their open page; of a hand-back, where the assignment's teacher wants that. */
function tellOfReturn(school: School, id: SubmissionId, says: 'handed back' | 'sent back'): void {
  const row = one<{ studentId: PersonId; assignmentId: AssignmentId; title: string; tells: number }>(
    school.db,
    `SELECT s.student_id AS studentId, a.id AS assignmentId, a.title, a.tells
     FROM submission s JOIN assignment a ON a.id = s.assignment_id WHERE s.id = ?`,
    [id],
  )!;
  if (row.tells === 1 || says === 'sent back')
    school.bus.tell(
      { person: row.studentId },
      { kind: 'word', says, assignmentId: row.assignmentId, title: row.title },
    );
}

/** The shape of every act on a submission: do it, then show it. */
function act<OnSubmission extends Call<'comment'> | Call<'review'> | Call<'withdrawReview'>>(
  work: (school: School, by: PersonId, id: SubmissionId, call: OnSubmission) => void,
) {
  return (call: OnSubmission) => {
    const id = call.params.submissionId;
    work(call.school, caller(call).id, id, call);
    tellOfSubmission(call.school, id);
    return {};
  };
}

export const reviewHandlers = {
  comment: act<Call<'comment'>>((school, by, id, call) => addComment(school, by, id, call.body)),
  review: act<Call<'review'>>((school, by, id, call) => markReviewed(school, by, id, call.body.attempt)),
  withdrawReview: act<Call<'withdrawReview'>>((school, by, id, call) =>
    withdrawReview(school, by, id, call.body.attempt),
  ),
  approve(call) {
    const { changed, newer } = approve(call.school, caller(call).id, call.params.courseId, call.body.works);
    for (const id of changed) tellOfSubmission(call.school, id);
    return { approved: changed.length, newer };
  },
  handBack(call) {
    const { changed, newer } = handBack(call.school, caller(call).id, call.params.courseId, call.body.works);
    for (const id of changed) {
      tellOfSubmission(call.school, id);
      tellOfReturn(call.school, id, 'handed back');
    }
    return { handedBack: changed.length, newer };
  },
  sendBack(call) {
    const { works, word } = call.body;
    const { changed, newer } = sendBack(call.school, caller(call).id, call.params.courseId, works, word);
    for (const id of changed) {
      tellOfSubmission(call.school, id);
      tellOfReturn(call.school, id, 'sent back');
    }
    return { sentBack: changed.length, newer };
  },

  readSubmission: (call) =>
    readSubmission(call.school, call.params.submissionId, call.access.because.kind === 'own'),
} satisfies Partial<JsonHandlers>;
