import { useId, useState } from 'react';
import * as Menu from '@radix-ui/react-dropdown-menu';
import { ChevronDown } from 'lucide-react';
import type { AssignmentId } from '@vestibul/core';
import { inputClass } from '../../parts/ui/Field';
import { menuClass, menuItemClass } from '../../parts/ui/menuClass';
import { useKeys } from '../../parts/ui/useKeys';
import type { Course } from '../../state/api';
import { sayShare } from './pileWords';
import { MOST_KEYS, type OnTable } from './useChoice';

interface ChooseWorkProps {
  course: Course;
  piece: OnTable;
  work: AssignmentId | null;
  canChoose: boolean;
  onChoose: (id: AssignmentId) => void;
}

/** What it is for: all assignments, the likeliest first; by number key, or by typing how the title begins. */
export function ChooseWork({ course, piece, work, canChoose, onChoose }: ChooseWorkProps) {
  const [isOpen, setOpen] = useState(false);
  const label = useId();
  const button = useId();
  useKeys({ a: canChoose ? () => setOpen(true) : undefined });
  const shares = new Map(
    piece.assignmentCandidates.map(({ assignment, confidence }) => [assignment, confidence]),
  );
  const works = [...course.assignments].sort((a, b) => (shares.get(b.id) ?? 0) - (shares.get(a.id) ?? 0));
  const chosen = works.find(({ id }) => id === work);
  const shareOf = (id: AssignmentId) => {
    const share = shares.get(id);
    return share === undefined ? null : <span className="font-semibold tabular-nums">{sayShare(share)}</span>;
  };
  return (
    <div className="grid gap-1.5">
      <span id={label} className="font-semibold">
        For which? (a)
      </span>
      <Menu.Root open={isOpen} onOpenChange={setOpen} modal={false}>
        <Menu.Trigger
          id={button}
          aria-labelledby={`${label} ${button}`}
          disabled={!canChoose}
          className={`${inputClass} flex items-center gap-2 text-left`}
        >
          <span className="min-w-0 flex-1 truncate">{chosen?.title ?? 'Choose the assignment'}</span>
          {chosen ? shareOf(chosen.id) : null}
          <ChevronDown aria-hidden="true" className="size-4 shrink-0 text-ink-2" />
        </Menu.Trigger>
        <Menu.Content
          align="start"
          sideOffset={6}
          collisionPadding={8}
          loop
          className={`${menuClass} w-(--radix-dropdown-menu-trigger-width)`}
          // The keys of the table are at hand again.
          onCloseAutoFocus={(event) => event.preventDefault()}
          onKeyDown={(event) => {
            const at = /^[1-9]$/.test(event.key) ? works[Number(event.key) - 1] : undefined;
            if (!at) return;
            event.preventDefault();
            onChoose(at.id);
            setOpen(false);
          }}
        >
          <Menu.RadioGroup value={work ?? ''} onValueChange={(id) => onChoose(id as AssignmentId)}>
            {works.map(({ id, title }, i) => (
              <Menu.RadioItem
                key={id}
                value={id}
                textValue={title}
                className={`${menuItemClass} grid grid-cols-[1.5rem_1fr_auto] items-center gap-2 data-[state=checked]:font-bold`}
              >
                {i < MOST_KEYS ? <kbd aria-hidden="true">{i + 1}</kbd> : <span />}
                <span className="[overflow-wrap:anywhere]">{title}</span>
                {shareOf(id)}
              </Menu.RadioItem>
            ))}
          </Menu.RadioGroup>
        </Menu.Content>
      </Menu.Root>
    </div>
  );
}
