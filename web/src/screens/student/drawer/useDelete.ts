import type { FileId } from '@vestibul/core';
import { TRASH_DAYS } from '@vestibul/contract';
import { tell, tellFailure } from '../../../parts/messages/Notices';
import { api } from '../../../state/api';

/** Puts a file into the trash, says so, and offers to take it out again. */
export function useDelete(): (file: { id: FileId; name: string }, isTurnedIn: boolean) => Promise<void> {
  const [drop] = api.useDropFileMutation();
  const [restore] = api.useRestoreFileMutation();
  return async ({ id, name }, isTurnedIn) => {
    const params = { fileId: id };
    const { error } = await drop({ params });
    if (error) {
      tellFailure(error);
      return;
    }
    tell(
      `‘${name}’ is in the trash for ${TRASH_DAYS} days.${isTurnedIn ? ' What you turned in stays as it was.' : ''}`,
      () => void restore({ params }).then(({ error: failed }) => failed && tellFailure(failed)),
    );
  };
}
