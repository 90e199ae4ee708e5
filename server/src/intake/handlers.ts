import { tellOfTray, tellOfTrayFor } from './tellOfTray';
import { endUpload, forgetArriving, holdingArriving } from './receive';
import { Failure } from '../platform/failure';
import { listMyLoose } from './files';
import { dropFile, listMyTrash, restoreFile } from './trash';
import { addFromDrawer, addLink, orderTray, readText, startText, writeText } from './tray';
import { dropUpload, findUpload } from './uploads';
import { caller, type JsonHandlers } from '../platform/http/call';
import { listSetAside } from './trouble';

export const intakeHandlers = {
  listMyLoose: (call) => listMyLoose(call.school.db, caller(call).id, call.query.before),
  dropFile(call) {
    for (const id of dropFile(call.school, caller(call).id, call.params.fileId))
      tellOfTrayFor(call.school, caller(call).id, id);
    return {};
  },
  listMyTrash: (call) => listMyTrash(call.school, caller(call).id, call.query.before),
  restoreFile(call) {
    restoreFile(call.school, caller(call).id, call.params.fileId);
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
  readTrouble: async ({ school }) => ({
    isFull: await school.room.isFull(),
    setAside: listSetAside(school.db),
  }),
} satisfies Partial<JsonHandlers>;
