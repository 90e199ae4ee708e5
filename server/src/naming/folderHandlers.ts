import { makeFolders } from './folders';
import { caller, type JsonHandlers } from '../platform/http/call';

export const folderHandlers = {
  makeFolders: (call) => makeFolders(call.school, caller(call).id, call.params.courseId),
} satisfies Partial<JsonHandlers>;
