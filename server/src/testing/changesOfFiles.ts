import type { RouteName } from '@vestibul/contract';
import { by, type Change } from './change';
import type { TestSchool } from './TestSchool';

/** What changes of files and whose they are. `turnIn` has `mai` turn something in. */
export function changesOfFiles(
  school: () => TestSchool,
  turnIn: () => Promise<unknown>,
): Partial<Record<RouteName, Change>> {
  const mai = () => school().as('mai');
  const turnedIn = async () => {
    await turnIn();
    const { id, pieceId } = (await mai().must('listMyFiles', {})).files[0]!;
    return { params: { fileId: id }, pieceId };
  };
  const keep = async () => {
    const { pieceId } = await turnedIn();
    return {
      params: { courseId: school().course },
      body: { which: { pieces: [pieceId] }, why: 'For the office.' },
    };
  };
  return {
    keepFiles: by('teacher', ['kept'], keep),
    endKeeping: by('teacher', ['keeping ended'], async () => {
      const { params, body } = await keep();
      const { kept } = await school().as('teacher').must('keepFiles', { params, body });
      return { params, body: { kept } };
    }),
    dropFile: by('mai', ['file deleted'], async () => {
      const { params } = await turnedIn();
      return { params };
    }),
    restoreFile: by('mai', ['file restored'], async () => {
      const { params } = await turnedIn();
      await mai().must('dropFile', { params });
      return { params };
    }),
  };
}
