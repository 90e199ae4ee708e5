import type { AssignmentId, PersonId, SubmissionId, UploadId } from '@vestibul/core';
import { courseOf } from '../auth/access';
import { forgetArriving } from '../intake/receive';
import { turnIn } from '../intake/turnIn';
import { Failure } from '../failure';
import type { School } from '../school';
import { readLedgerPage } from '../store/ledgerPage';
import { readRack, readSlot } from '../store/rack';
import { listMyAssignments, listMyFiles, listPeriodPieces, readTray } from '../store/studentPlace';
import { listMyCopies } from '../store/copies';
import {
  addComment,
  approve,
  handBack,
  markReviewed,
  markSeen,
  readSubmission,
  withdrawReview,
} from '../store/submissions';
import { dropUpload, findUpload } from '../store/uploads';
import { one } from '../store/database';
import { caller, type Call, type JsonHandlers } from './call';

/** Shows a changed submission on every open rack of its course, and to its student. */
function tellOfSubmission(school: School, id: SubmissionId): void {
  const row = one<{ courseId: never; studentId: PersonId; assignmentId: AssignmentId }>(
    school.db,
    'SELECT course_id AS courseId, student_id AS studentId, assignment_id AS assignmentId FROM submission WHERE id = ?',
    [id],
  )!;
  // Whether it is new is each viewer's own; the stream fills that in for each of them.
  const slot = readSlot(school, id, row.studentId);
  if (slot) school.bus.tell({ staffOf: row.courseId }, { kind: 'slot', courseId: row.courseId, slot });
  school.bus.tell({ person: row.studentId }, { kind: 'mine', assignmentId: row.assignmentId });
}

/** Says it to the student on their open page, where the assignment's teacher wants that. */
function tellOfReturn(school: School, id: SubmissionId): void {
  const row = one<{ studentId: PersonId; assignmentId: AssignmentId; title: string; tells: number }>(
    school.db,
    `SELECT s.student_id AS studentId, a.id AS assignmentId, a.title, a.tells
     FROM submission s JOIN assignment a ON a.id = s.assignment_id WHERE s.id = ?`,
    [id],
  )!;
  if (row.tells === 1)
    school.bus.tell(
      { person: row.studentId },
      { kind: 'word', says: 'handed back', assignmentId: row.assignmentId, title: row.title },
    );
}

/** Tells the student's other pages, and the racks, that something came into a tray or left it. */
export function tellOfTray(school: School, id: UploadId): void {
  const upload = findUpload(school.db, id);
  if (!upload) return;
  if (upload.assignmentId === null) return;
  school.bus.tell({ person: upload.byId }, { kind: 'mine', assignmentId: upload.assignmentId });
  const courseId = courseOf(school.db, upload.assignmentId);
  if (courseId) school.bus.tell({ staffOf: courseId }, { kind: 'course', courseId });
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

export const workHandlers = {
  readRack: (call) => readRack(call.school, call.params.courseId, caller(call).id),
  readSubmission: (call) => readSubmission(call.school, call.params.submissionId, call.role === 'student'),

  // Not shown to others: what one of the staff has looked at is new to the rest of them all the same.
  markSeen(call) {
    markSeen(call.school, caller(call).id, call.params.submissionId);
    return {};
  },

  comment: act<Call<'comment'>>((school, by, id, call) => addComment(school, by, id, call.body.text)),
  review: act<Call<'review'>>(markReviewed),
  withdrawReview: act<Call<'withdrawReview'>>(withdrawReview),

  approve(call) {
    const changed = approve(call.school, caller(call).id, call.params.courseId, call.body.submissionIds);
    for (const id of changed) tellOfSubmission(call.school, id);
    return { approved: changed.length };
  },

  handBack(call) {
    const changed = handBack(call.school, caller(call).id, call.params.courseId, call.body.submissionIds);
    for (const id of changed) {
      tellOfSubmission(call.school, id);
      tellOfReturn(call.school, id);
    }
    return { handedBack: changed.length };
  },

  readLedger: ({ school, params, query }) => readLedgerPage(school.db, params.courseId, query),

  listMyAssignments: (call) => listMyAssignments(call.school, caller(call).id),
  listMyCopies: (call) => listMyCopies(call.school.db, caller(call).id, call.query.before),
  listPeriodPieces: (call) => listPeriodPieces(call.school, caller(call).id, call.params.assignmentId),
  listMyFiles: (call) => listMyFiles(call.school.db, caller(call).id, call.query.before),
  readTray: (call) => readTray(call.school, caller(call).id, call.params.assignmentId),

  turnIn(call) {
    const { receipt, isNew } = turnIn(call.school, caller(call).id, call.params.assignmentId, call.body);
    if (isNew) tellOfSubmission(call.school, receipt.submissionId);
    return receipt;
  },

  async dropUpload(call) {
    const { school, params } = call;
    if (!findUpload(school.db, params.uploadId)) throw new Failure('upload-gone');
    dropUpload(school, params.uploadId);
    await forgetArriving(school, params.uploadId);
    tellOfTray(school, params.uploadId);
    return {};
  },
} satisfies Partial<JsonHandlers>;
