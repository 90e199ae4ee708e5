import type { PersonId, SubmissionId } from '@vestibul/core';
import type { School } from '../platform/School';
import { sendBack, approve, handBack, markReviewed, withdrawReview } from './review';
import { answerComment, markRead, setDone } from './answers';
import { addComment, changeComment, removeComment, type Heard } from './comments';
import { changeScore, setScore } from './scores';
import { readLevels } from './levels';
import { readMarks } from './marks';
import { checkHandBack } from './handBackCheck';
import { changePhrase, keepPhrase, listPhrases, removePhrase } from './phrases';
import { measureSpoken } from './spoken';
import { addNote, listNotes, removeNote } from './notes';
import { caller, type Call, type JsonHandlers } from '../platform/http/call';
import { lookAt } from './looking';
import { tellOfSubmission } from '../submissions/tellOfSlot';
import { handBackSoon, planHandBack, takeIntoReview } from './handBackSoon';
import { readSubmission } from './readSubmission';

/** The shape of every act on a submission that answers with nothing. */
function act<
  OnSubmission extends Call<
    | 'removeComment'
    | 'answerComment'
    | 'setCommentDone'
    | 'markRead'
    | 'addNote'
    | 'removeNote'
    | 'setScore'
    | 'changeScore'
    | 'review'
    | 'withdrawReview'
  >,
>(work: (school: School, by: PersonId, id: SubmissionId, call: OnSubmission) => void) {
  return (call: OnSubmission) => {
    const id = call.params.submissionId;
    work(call.school, caller(call).id, id, call);
    return {};
  };
}

/** What is said of work that is with its student again they read at once; of other work they do not hear. */
function heard(call: Call<'comment' | 'changeComment'>, { isShown }: Heard) {
  if (isShown) tellOfSubmission(call.school, call.params.submissionId, 'its student too');
  return {};
}

export const reviewHandlers = {
  lookAt(call) {
    lookAt(call.school, caller(call).id, call.params.submissionId, call.body.isHere);
    return {};
  },
  async comment(call) {
    const { school, params, body } = call;
    const { spoken, ...said } = body;
    const by = caller(call).id;
    const measured = spoken && (await measureSpoken(school, by, params.submissionId, spoken));
    return heard(call, addComment(school, by, params.submissionId, said, measured));
  },
  changeComment(call) {
    const { submissionId, commentId } = call.params;
    return heard(call, changeComment(call.school, caller(call).id, submissionId, commentId, call.body.text));
  },
  removeComment: act<Call<'removeComment'>>((school, by, id, call) =>
    removeComment(school, by, id, call.params.commentId),
  ),
  answerComment: act<Call<'answerComment'>>((school, by, id, call) =>
    answerComment(school, by, id, call.params.commentId, call.body.text),
  ),
  setCommentDone: act<Call<'setCommentDone'>>((school, by, id, call) =>
    setDone(school, by, id, call.params.commentId, call.body.isDone),
  ),
  markRead: act<Call<'markRead'>>((school, by, id, call) => markRead(school, by, id, call.body.upTo)),
  readMarks: ({ school, params }) => readMarks(school.db, params.courseId, school.now()),
  readLevels: ({ school, params }) => readLevels(school.db, params.assignmentId),
  listPhrases: (call) => listPhrases(call.school.db, call.params.courseId, caller(call).id),
  keepPhrase(call) {
    keepPhrase(call.school, caller(call).id, call.params.courseId, call.body);
    return {};
  },
  changePhrase(call) {
    const { courseId, phraseId } = call.params;
    changePhrase(call.school, caller(call).id, courseId, phraseId, call.body);
    return {};
  },
  removePhrase(call) {
    const { courseId, phraseId } = call.params;
    removePhrase(call.school, caller(call).id, courseId, phraseId);
    return {};
  },
  listNotes: (call) => listNotes(call.school.db, call.params.submissionId, caller(call).id),
  addNote: act<Call<'addNote'>>((school, by, id, call) => addNote(school, by, id, call.body)),
  removeNote: act<Call<'removeNote'>>((school, by, id, call) =>
    removeNote(school, by, id, call.params.noteId),
  ),
  setScore: act<Call<'setScore'>>((school, by, id, call) => setScore(school, by, id, call.body)),
  changeScore: act<Call<'changeScore'>>((school, by, id, call) => changeScore(school, by, id, call.body)),
  review: act<Call<'review'>>((school, by, id, call) => markReviewed(school, by, id, call.body.attempt)),
  withdrawReview: act<Call<'withdrawReview'>>((school, by, id, call) =>
    withdrawReview(school, by, id, call.body.attempt),
  ),
  approve(call) {
    const { changed, newer } = approve(call.school, caller(call).id, call.params.courseId, call.body.works);
    return { approved: changed.length, newer };
  },
  checkHandBack: ({ school, params }) => checkHandBack(school.db, params.assignmentId),
  handBack(call) {
    const { school, params, body } = call;
    const { courseId } = params;
    const { works, afterSeconds, atLocal } = body;
    const by = caller(call).id;
    if (atLocal !== null) {
      const { changed, newer } = planHandBack(school, by, courseId, works, atLocal);
      return { handedBack: 0, waiting: changed.length, newer };
    }
    if (afterSeconds > 0) {
      const { changed, newer } = handBackSoon(school, by, courseId, works, afterSeconds);
      for (const id of changed) tellOfSubmission(school, id, 'staff');
      return { handedBack: 0, waiting: changed.length, newer };
    }
    const { changed, newer } = handBack(school, by, courseId, works);
    return { handedBack: changed.length, waiting: 0, newer };
  },
  takeIntoReview(call) {
    const { school, params, body } = call;
    const { changed, newer, kept } = takeIntoReview(school, caller(call).id, params.courseId, body.works);
    for (const id of kept) tellOfSubmission(school, id, 'staff');
    return { kept: kept.length, takenBack: changed.length, newer };
  },
  sendBack(call) {
    const { works, word } = call.body;
    const { changed, newer } = sendBack(call.school, caller(call).id, call.params.courseId, works, word);
    return { sentBack: changed.length, newer };
  },

  readSubmission: (call) =>
    readSubmission(
      call.school,
      call.params.submissionId,
      caller(call).id,
      call.access.because.kind === 'own',
    ),
} satisfies Partial<JsonHandlers>;
