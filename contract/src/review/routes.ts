import type { Route } from '../parts/route';

/** The routes of the desk. */
export const reviewRoutes = {
  readSubmission: {
    method: 'GET',
    path: '/api/submissions/:submissionId',
    about: 'submission',
    needs: 'view',
  },
  // Who of the staff has it before them now; kept nowhere.
  lookAt: {
    method: 'PUT',
    path: '/api/submissions/:submissionId/looking',
    about: 'review',
    needs: 'comment',
  },
  comment: {
    method: 'POST',
    path: '/api/submissions/:submissionId/comments',
    about: 'review',
    needs: 'comment',
  },
  readSpoken: {
    method: 'GET',
    path: '/api/submissions/:submissionId/comments/:commentId/sound',
    about: 'submission',
    needs: 'view',
    answers: 'bytes',
  },
  // Whoever wrote it; its student an answer.
  changeComment: {
    method: 'PUT',
    path: '/api/submissions/:submissionId/comments/:commentId',
    about: 'submission',
    needs: 'comment',
  },
  removeComment: {
    method: 'DELETE',
    path: '/api/submissions/:submissionId/comments/:commentId',
    about: 'review',
    needs: 'comment',
  },
  answerComment: {
    method: 'POST',
    path: '/api/submissions/:submissionId/comments/:commentId/answers',
    about: 'submission',
    needs: 'comment',
  },
  setCommentDone: {
    method: 'PUT',
    path: '/api/submissions/:submissionId/comments/:commentId/done',
    about: 'submission',
    needs: 'comment',
  },
  markRead: {
    method: 'POST',
    path: '/api/submissions/:submissionId/read',
    about: 'submission',
    needs: 'own',
  },
  readAnnotations: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/annotations.jsonld',
    about: 'assignment',
    needs: 'comment',
    answers: 'bytes',
  },
  readMarks: { method: 'GET', path: '/api/courses/:courseId/marks', about: 'desk', needs: 'comment' },
  readMarksFile: {
    method: 'GET',
    path: '/api/courses/:courseId/marks-file',
    about: 'desk',
    needs: 'comment',
    answers: 'bytes',
  },
  readLevels: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/levels',
    about: 'assignment',
    needs: 'comment',
  },
  listPhrases: { method: 'GET', path: '/api/courses/:courseId/phrases', about: 'desk', needs: 'comment' },
  keepPhrase: { method: 'POST', path: '/api/courses/:courseId/phrases', about: 'desk', needs: 'comment' },
  changePhrase: {
    method: 'PUT',
    path: '/api/courses/:courseId/phrases/:phraseId',
    about: 'desk',
    needs: 'comment',
  },
  removePhrase: {
    method: 'DELETE',
    path: '/api/courses/:courseId/phrases/:phraseId',
    about: 'desk',
    needs: 'comment',
  },
  listNotes: {
    method: 'GET',
    path: '/api/submissions/:submissionId/notes',
    about: 'review',
    needs: 'comment',
  },
  addNote: {
    method: 'POST',
    path: '/api/submissions/:submissionId/notes',
    about: 'review',
    needs: 'comment',
  },
  removeNote: {
    method: 'DELETE',
    path: '/api/submissions/:submissionId/notes/:noteId',
    about: 'review',
    needs: 'comment',
  },
  setScore: {
    method: 'PUT',
    path: '/api/submissions/:submissionId/score',
    about: 'review',
    needs: 'run',
  },
  changeScore: {
    method: 'POST',
    path: '/api/submissions/:submissionId/score-changes',
    about: 'review',
    needs: 'run',
  },
  review: { method: 'POST', path: '/api/submissions/:submissionId/review', about: 'review', needs: 'run' },
  withdrawReview: {
    method: 'DELETE',
    path: '/api/submissions/:submissionId/review',
    about: 'review',
    needs: 'run',
  },
  approve: { method: 'POST', path: '/api/courses/:courseId/approvals', about: 'desk', needs: 'run' },
  sendBack: { method: 'POST', path: '/api/courses/:courseId/sendings-back', about: 'desk', needs: 'run' },
  /** What can be doubted of what is reviewed, before it is handed back. */
  checkHandBack: {
    method: 'GET',
    path: '/api/assignments/:assignmentId/hand-back-check',
    about: 'assignment',
    needs: 'run',
  },
  handBack: { method: 'POST', path: '/api/courses/:courseId/hand-backs', about: 'desk', needs: 'run' },
  takeIntoReview: { method: 'POST', path: '/api/courses/:courseId/into-review', about: 'desk', needs: 'run' },
} as const satisfies Record<string, Route>;
