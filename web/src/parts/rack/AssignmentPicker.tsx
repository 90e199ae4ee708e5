import * as Menu from '@radix-ui/react-dropdown-menu';
import { ChevronDown } from 'lucide-react';
import { menuClass, menuItemClass } from '../ui/menuClass';
import type { Course } from '../../state/api';

type Assignment = Course['assignments'][number];

interface AssignmentPickerProps {
  assignments: readonly Assignment[];
  current: Assignment;
  onChoose: (id: string) => void;
}

/** The page's heading, and the way to another assignment. */
export function AssignmentPicker({ assignments, current, onChoose }: AssignmentPickerProps) {
  return (
    <Menu.Root>
      <h1>
        <Menu.Trigger className="flex max-w-full items-center gap-2 rounded text-left [font:inherit] tracking-[inherit] text-ink">
          <span className="sr-only">Assignment: </span>
          {current.title}
          <ChevronDown aria-hidden="true" className="size-5 shrink-0 text-ink-2" />
        </Menu.Trigger>
      </h1>
      <Menu.Portal>
        <Menu.Content align="start" sideOffset={6} className={`${menuClass} min-w-72`}>
          <Menu.RadioGroup value={current.id} onValueChange={onChoose}>
            {assignments.toReversed().map((assignment) => (
              <Menu.RadioItem
                key={assignment.id}
                value={assignment.id}
                className={`${menuItemClass} data-[state=checked]:font-bold`}
              >
                {assignment.title}
              </Menu.RadioItem>
            ))}
          </Menu.RadioGroup>
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}
