import { takeBack } from './attempts';
import { recordInClass, undoInClass } from './inClass';
import { readAlike, readAlikePair } from './alike';
import { readProgress } from './progress';
import { readRack } from './rack';
import { listMyFiles } from './myFiles';
import { listMyAssignments, listPeriodPieces, previewTray, readTray } from './studentPlace';
import { previewDues } from './reckon';
import { markSeen } from './submissions';
import { caller, type JsonHandlers } from '../platform/http/call';
import { turnIn } from './turnIn';
import { findWord } from './wordInText';
import { sealTexts } from '../intake/tray';

export const submissionHandlers = {
  readRack: (call) => readRack(call.school, call.params.courseId, caller(call).id),
  readProgress: ({ school, params }) => readProgress(school, params.assignmentId),
  readAlike: (call) => readAlike(call.school, caller(call).id, call.params.assignmentId),
  readAlikePair: (call) => {
    const { assignmentId, pieceId, otherPieceId } = call.params;
    return readAlikePair(call.school, caller(call).id, assignmentId, [pieceId, otherPieceId]);
  },
  findWord: ({ school, params, query }) => findWord(school, params.courseId, query.word),
  // Not shown to others: what one of the staff has looked at is new to the rest of them all the same.
  markSeen(call) {
    markSeen(call.school, caller(call).id, call.params.submissionId, call.body.attempts);
    return {};
  },
  previewDues: ({ school, params, body }) => previewDues(school, params.assignmentId, body),
  listMyAssignments: (call) => listMyAssignments(call.school, caller(call).id),
  listPeriodPieces: (call) => listPeriodPieces(call.school, caller(call), call.params.assignmentId),
  takeBack(call) {
    const { submissionId } = call.params;
    return takeBack(call.school, caller(call).id, submissionId, call.body);
  },
  recordInClass(call) {
    const { school, params, body } = call;
    return recordInClass(school, caller(call).id, params.assignmentId, params.studentId, body);
  },
  undoInClass(call) {
    undoInClass(call.school, caller(call).id, call.params.submissionId, call.body.attempt);
    return {};
  },

  async turnIn(call) {
    await sealTexts(call.school, caller(call).id, call.body.uploadIds);
    return turnIn(call.school, caller(call).id, call.params.assignmentId, call.body);
  },

  listMyFiles: (call) => listMyFiles(call.school, caller(call).id, call.query.before),
  previewTray: ({ school, params }) => previewTray(school, params.assignmentId),
  readTray: (call) => readTray(call.school, caller(call).id, call.params.assignmentId),
} satisfies Partial<JsonHandlers>;
