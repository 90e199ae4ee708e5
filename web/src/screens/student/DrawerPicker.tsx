import { useState } from 'react';
import type { AssignmentId, FileId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Check } from '../../parts/ui/Check';
import { sayBytes, sayCount } from '../../parts/ui/format';
import { tellFailure } from '../../parts/messages/Notices';
import { Empty, Read } from '../../parts/messages/States';
import { toggled } from '../../parts/ui/toggled';
import { api } from '../../state/api';

interface DrawerPickerProps {
  id: AssignmentId;
  onDone: () => void;
}

/** Chooses among what lies in the drawer: it is turned in without being sent a second time. */
export function DrawerPicker({ id, onDone }: DrawerPickerProps) {
  const [chosen, setChosen] = useState<ReadonlySet<FileId>>(new Set());
  const loose = api.useListMyLooseQuery({ query: {} });
  const turnedIn = api.useListMyFilesQuery({ query: {} });
  const [add, { isLoading }] = api.useAddFromDrawerMutation();
  const put = async () => {
    const result = await add({ params: { assignmentId: id }, body: { fileIds: [...chosen] } });
    if (result.error) tellFailure(result.error);
    else onDone();
  };
  const choice = (file: { id: FileId; name: string; form: string; bytes: number }, where: string) => (
    <li key={file.id} className="rounded-lg border border-line bg-surface px-3 py-2.5">
      <Check
        label={
          <span className="min-w-0">
            <code className="[overflow-wrap:anywhere]">{file.name}</code>{' '}
            <span className="block text-small text-ink-2">
              {file.form}, {sayBytes(file.bytes)} · {where}
            </span>
          </span>
        }
        checked={chosen.has(file.id)}
        onChange={() => setChosen(toggled(chosen, file.id))}
      />
    </li>
  );
  return (
    <Read of={loose} what="Opening the drawer">
      {(free) => (
        <Read of={turnedIn} what="Opening the drawer">
          {(used) => {
            const seen = new Set<string>();
            const others = used.files.filter(({ id: file }) => !seen.has(file) && seen.add(file));
            return free.files.length + others.length === 0 ? (
              <Empty title="The drawer is empty">
                <p>What you turn in or put there is in it.</p>
              </Empty>
            ) : (
              <>
                <ul className="grid max-h-[55dvh] list-none gap-1.5 overflow-y-auto p-0.5">
                  {free.files.map((file) => choice(file, 'not turned in'))}
                  {others.map((file) => choice(file, `turned in: ${file.assignment}`))}
                </ul>
                <Button look="go" disabled={isLoading || chosen.size === 0} onClick={() => void put()}>
                  {chosen.size === 0
                    ? 'Choose something'
                    : `Put ${sayCount(chosen.size, 'file')} into the tray`}
                </Button>
              </>
            );
          }}
        </Read>
      )}
    </Read>
  );
}
