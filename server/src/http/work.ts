import type { AssignmentId, PersonId, SubmissionId, UploadId } from '@vestibul/core';
import { courseOf } from '../auth/access';
import { endUpload, forgetArriving, holdingArriving } from '../intake/receive';
import { movePlacing } from '../intake/movePlacing';
import { turnIn } from '../intake/turnIn';
import { Failure } from '../failure';
import type { School } from '../school';
import { sendBack, takeBack } from '../store/attempts';
import { dropFile, listMyLoose } from '../store/files';
import { readLedgerPage } from '../store/ledgerPage';
import { readRack } from '../store/rack';
import {
  listMyAssignments,
  listMyFiles,
  listPeriodPieces,
  previewTray,
  readTray,
} from '../store/studentPlace';
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
import { addFromDrawer, addLink, orderTray, readText, sealTexts, startText, writeText } from '../store/tray';
import { dropUpload, findUpload } from '../store/uploads';
import { one } from '../store/database';
import { caller, type Call, type JsonHandlers } from './call';
import { tellOfSubmission, tellStaff } from './tell';

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

/** Tells the student's other pages, and the racks, that something came into a tray or left it. */
export function tellOfTray(school: School, id: UploadId): void {
  const upload = findUpload(school.db, id);
  if (!upload) return;
  if (upload.assignmentId === null || upload.byId === null) return;
  tellOfTrayFor(school, upload.byId, upload.assignmentId);
}

function tellOfTrayFor(school: School, student: PersonId, assignmentId: AssignmentId): void {
  school.bus.tell({ person: student }, { kind: 'mine', assignmentId });
  const courseId = courseOf(school.db, assignmentId);
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
    markSeen(call.school, caller(call).id, call.params.submissionId, call.body.attempts);
    return {};
  },

  comment: act<Call<'comment'>>((school, by, id, call) => addComment(school, by, id, call.body)),
  review: act<Call<'review'>>((school, by, id, call) => markReviewed(school, by, id, call.body.attempt)),
  withdrawReview: act<Call<'withdrawReview'>>((school, by, id, call) =>
    withdrawReview(school, by, id, call.body.attempt),
  ),

  movePlacing(call) {
    const { school, params, body } = call;
    const moved = movePlacing(school, caller(call).id, params.submissionId, body);
    for (const id of new Set(moved.submissions)) tellOfSubmission(school, id);
    tellStaff(school, moved.course);
    return {};
  },

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

  readLedger: ({ school, params, query }) => readLedgerPage(school.db, params.courseId, query),

  listMyAssignments: (call) => listMyAssignments(call.school, caller(call).id),
  listMyCopies: (call) => listMyCopies(call.school.db, caller(call).id, call.query.before),
  listPeriodPieces: (call) => listPeriodPieces(call.school, caller(call).id, call.params.assignmentId),
  listMyFiles: (call) => listMyFiles(call.school.db, caller(call).id, call.query.before),
  previewTray: ({ school, params }) => previewTray(school, params.assignmentId),
  readTray: (call) => readTray(call.school, caller(call).id, call.params.assignmentId),

  listMyLoose: (call) => listMyLoose(call.school.db, caller(call).id, call.query.before),
  dropFile(call) {
    for (const id of dropFile(call.school, caller(call).id, call.params.fileId))
      tellOfTrayFor(call.school, caller(call).id, id);
    return {};
  },

  async addLink(call) {
    const id = await addLink(call.school, caller(call).id, call.params.assignmentId, call.body);
    tellOfTray(call.school, id);
    return { id };
  },
  startText(call) {
    const id = startText(call.school, caller(call).id, call.params.assignmentId, call.body.title);
    tellOfTray(call.school, id);
    return { id };
  },
  readText: ({ school, params }) => readText(school, params.uploadId),
  writeText: ({ school, params, body }) => writeText(school, params.uploadId, body),
  addFromDrawer(call) {
    const { school, params, body } = call;
    const added = addFromDrawer(school, caller(call).id, params.assignmentId, body.fileIds);
    tellOfTrayFor(school, caller(call).id, params.assignmentId);
    return { added };
  },
  orderTray(call) {
    orderTray(call.school, caller(call).id, call.params.assignmentId, call.body.uploadIds);
    tellOfTrayFor(call.school, caller(call).id, call.params.assignmentId);
    return {};
  },
  takeBack(call) {
    const { submissionId } = call.params;
    const { taken, isNew } = takeBack(call.school, caller(call).id, submissionId, call.body);
    if (isNew) tellOfSubmission(call.school, submissionId);
    return taken;
  },

  async turnIn(call) {
    await sealTexts(call.school, caller(call).id, call.body.uploadIds);
    const { receipt, isNew } = turnIn(call.school, caller(call).id, call.params.assignmentId, call.body);
    if (isNew) tellOfSubmission(call.school, receipt.submissionId);
    return receipt;
  },

  async endUpload({ school, params }) {
    await endUpload(school, params.uploadId);
    tellOfTray(school, params.uploadId);
    return {};
  },

  async dropUpload(call) {
    const { school, params } = call;
    if (!findUpload(school.db, params.uploadId)) throw new Failure('upload-gone');
    await holdingArriving(school, params.uploadId, async () => {
      dropUpload(school, params.uploadId);
      await forgetArriving(school, params.uploadId);
    });
    tellOfTray(school, params.uploadId);
    return {};
  },
} satisfies Partial<JsonHandlers>;
