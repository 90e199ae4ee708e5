import { useState } from 'react';
import { MOST_AT_ONCE, type BodyOf } from '@vestibul/contract';
import type { CourseId } from '@vestibul/core';
import { tell, tellFailure } from '../../../parts/messages/Notices';
import { Button } from '../../../parts/ui/Button';
import { Dialog } from '../../../parts/ui/Dialog';
import { Field, inputClass } from '../../../parts/ui/Field';
import { sayCount, sayNumber } from '../../../parts/ui/format';
import { api } from '../../../state/api';

interface KeepDialogProps {
  courseId: CourseId;
  which: BodyOf<'keepFiles'>['which'];
  /** How many files are meant at most. */
  files: number;
  onClose: () => void;
}

/** Takes copies into the school's keeping, with why, after saying what that changes and what not. */
export function KeepDialog({ courseId, which, files, onClose }: KeepDialogProps) {
  const [why, setWhy] = useState('');
  const [keep, { isLoading }] = api.useKeepFilesMutation();
  const [end] = api.useEndKeepingMutation();
  const params = { courseId };
  const send = async () => {
    const { data, error } = await keep({ params, body: { which, why } });
    if (!data) {
      tellFailure(error);
      return;
    }
    onClose();
    const { kept, left } = data;
    if (kept.length === 0) {
      tell('Nothing to keep: what is here is kept already, or its bytes are elsewhere.');
      return;
    }
    tell(
      `The school keeps ${sayCount(kept.length, 'copy', 'copies')}.${left > 0 ? ` ${sayNumber(left)} more are left; keep them next.` : ''}`,
      () => void end({ params, body: { kept } }).then(({ error: failed }) => failed && tellFailure(failed)),
    );
  };
  return (
    <Dialog
      title={files === 1 ? 'Keep a copy for the school' : 'Keep copies for the school'}
      description="What the school keeps, and what stays as it is"
      open
      onClose={onClose}
    >
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <p>
          {files === 1
            ? 'The school gets a copy of its own, exactly as it was turned in.'
            : `Of ${sayCount(files, 'file')} the school gets copies of its own, exactly as they were turned in; of links and of what is kept already it gets none.${files > MOST_AT_ONCE ? ` It takes ${sayNumber(MOST_AT_ONCE)} at once.` : ''}`}{' '}
          Files stay their owners’. Only the staff of the course can open what the school keeps.
        </p>
        <Field label="Why (optional)">
          <input
            value={why}
            maxLength={200}
            onChange={({ target }) => setWhy(target.value)}
            className={inputClass}
          />
        </Field>
        <p className="flex flex-wrap gap-2">
          <Button type="submit" look="go" disabled={isLoading}>
            {files === 1 ? 'Keep a copy' : 'Keep copies'}
          </Button>
          <Button look="quiet" onClick={onClose}>
            Cancel
          </Button>
        </p>
      </form>
    </Dialog>
  );
}
