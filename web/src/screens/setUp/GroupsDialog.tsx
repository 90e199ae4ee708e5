import { useState } from 'react';
import { ENAMELS } from '@vestibul/contract';
import { MOST_GROUPS, groupMarks, type GroupId, type GroupMark as Mark } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { GroupMark } from '../../parts/courses/GroupMark';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
import { tellFailure } from '../../parts/messages/Notices';
import { enamelNames } from '../../parts/courses/Plate';
import { api, type Course } from '../../state/api';

interface Draft {
  id: GroupId | null;
  name: string;
  enamel: number;
  mark: Mark;
}

/** The small groups of a period: each with a name, a colour and a mark of its own. */
export function GroupsDialog({
  period,
  onClose,
}: {
  period: Course['periods'][number];
  onClose: () => void;
}) {
  const [before] = useState<Draft[]>(() => period.groups.map((group) => ({ ...group })));
  const draft = useDraft(`groups ${period.id}`, before, before);
  const { value: groups, set: setGroups } = draft;
  const [save, { isLoading }] = api.useSetGroupsMutation();
  const change = (i: number, part: Partial<Draft>) =>
    setGroups(groups.map((group, j) => (j === i ? { ...group, ...part } : group)));
  const free = groupMarks.find((mark) => !groups.some((group) => group.mark === mark));
  const add = () =>
    free &&
    setGroups([
      ...groups,
      { id: null, name: `Group ${groups.length + 1}`, enamel: (groups.length % ENAMELS) + 1, mark: free },
    ]);
  const submit = async () => {
    const result = await save({ params: { periodId: period.id }, body: { groups } });
    if (result.error) return tellFailure(result.error);
    draft.done();
    onClose();
  };
  return (
    <Dialog
      title={`Groups of ${period.label}`}
      description="Names, colours and marks of small groups"
      open
      onClose={onClose}
      className="max-w-2xl"
    >
      <FormWithFaults className="grid gap-3" onSubmit={submit}>
        <KeptDraft draft={draft} what="change" />
        {groups.length === 0 ? (
          <p className="text-ink-2">
            No groups yet. Make some, then pick students on the roster and put them in.
          </p>
        ) : null}
        {groups.map((group, i) => (
          <div
            key={group.id ?? `new-${i}`}
            className="grid grid-cols-[24px_1fr_auto_auto_auto] items-center gap-2.5"
          >
            <GroupMark group={group} />
            <input
              aria-label={`Name of group ${i + 1}`}
              className={inputClass}
              maxLength={40}
              required
              value={group.name}
              onChange={(event) => change(i, { name: event.target.value })}
            />
            <select
              aria-label={`Mark of ${group.name}`}
              className={`${inputClass} w-auto!`}
              value={group.mark}
              onChange={(event) => {
                const mark = event.target.value as Mark;
                // One mark belongs to one group: whoever had it takes the other's.
                setGroups(
                  groups.map((one, j) =>
                    j === i ? { ...one, mark } : one.mark === mark ? { ...one, mark: group.mark } : one,
                  ),
                );
              }}
            >
              {groupMarks.map((mark) => (
                <option key={mark}>{mark}</option>
              ))}
            </select>
            <select
              aria-label={`Colour of ${group.name}`}
              className={`${inputClass} w-auto!`}
              value={group.enamel}
              onChange={(event) => change(i, { enamel: Number(event.target.value) })}
            >
              {enamelNames.map((name, colour) => (
                <option key={name} value={colour + 1}>
                  {name}
                </option>
              ))}
            </select>
            <Button
              look="quiet"
              aria-label={`Remove ${group.name}`}
              onClick={() => setGroups(groups.filter((_, j) => j !== i))}
            >
              ✕
            </Button>
          </div>
        ))}
        <div className="flex gap-3">
          <Button disabled={groups.length >= MOST_GROUPS} onClick={add}>
            Add a group
          </Button>
          <Button type="submit" look="go" className="ml-auto" disabled={isLoading}>
            Save groups
          </Button>
        </div>
      </FormWithFaults>
    </Dialog>
  );
}
