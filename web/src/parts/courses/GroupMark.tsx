import type { ReactNode } from 'react';
import type { GroupMark as Mark } from '@vestibul/core';
import type { Course } from '../../state/api';
import { enamel } from './Plate';

export type Group = Course['periods'][number]['groups'][number];

const shapes: Record<Mark, ReactNode> = {
  circle: <circle cx="7" cy="7" r="5" />,
  square: <path d="M2.500 2.500h9v9h-9z" />,
  triangle: <path d="M7 1.800 12.600 12H1.400z" />,
  diamond: <path d="M7 1 13 7 7 13 1 7z" />,
  star: (
    <path d="m7 1 1.800 3.900 4.200.5-3.100 2.900.8 4.200L7 10.400 3.300 12.500l.8-4.200L1 5.400l4.200-.5z" />
  ),
  cross: <path d="M5 1.500h4V5h3.500v4H9v3.500H5V9H1.500V5H5z" />,
  ring: (
    <path
      d="M7 1a6 6 0 1 0 0 12A6 6 0 0 0 7 1m0 3.500a2.500 2.500 0 1 1 0 5 2.500 2.500 0 0 1 0-5"
      fillRule="evenodd"
    />
  ),
  wave: <path d="M1 5.500c2-3 4-3 6 0s4 3 6 0v4c-2 3-4 3-6 0s-4-3-6 0z" />,
};

/** The sign of a small group: its shape in its colour. Its name stands beside it or is told to those who hear the page. */
export function GroupMark({
  group,
  named = false,
}: {
  group: Pick<Group, 'mark' | 'enamel' | 'name'>;
  named?: boolean;
}) {
  return (
    <span className="inline-flex items-center gap-1.5 align-middle">
      <svg
        viewBox="0 0 14 14"
        className="size-3.5 shrink-0"
        style={{ color: enamel(group.enamel) }}
        fill="currentColor"
        role={named ? undefined : 'img'}
        aria-hidden={named ? true : undefined}
        aria-label={named ? undefined : group.name}
      >
        {shapes[group.mark]}
      </svg>
      {named ? group.name : null}
    </span>
  );
}
