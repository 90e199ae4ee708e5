import { makeFolders } from './folders';
import { caller, type JsonHandlers } from '../platform/http/call';
import { tellStaff } from '../courses/tellStaff';

export const folderHandlers = {
  makeFolders(call) {
    const result = makeFolders(call.school, caller(call).id, call.params.courseId);
    tellStaff(call.school, call.params.courseId);
    return result;
  },
} satisfies Partial<JsonHandlers>;
