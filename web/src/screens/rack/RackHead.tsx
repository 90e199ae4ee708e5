import type { ReactNode } from 'react';
import type { Course } from '../../state/api';
import { RackViews, type RackView } from './RackViews';

interface RackHeadProps {
  course: Course;
  period: string;
  view: RackView;
  title: ReactNode;
  /** What is said below the title. */
  line: ReactNode;
  /** How it is shown. */
  how?: ReactNode;
  /** What is done with what is shown. */
  children: ReactNode;
}

/** The head of a view of the rack: what is shown, the way to the other views, and what there is to do. */
export function RackHead({ course, period, view, title, line, how, children }: RackHeadProps) {
  return (
    <header className="mb-3 grid gap-y-1.5">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <div className="min-w-0 flex-[1_1_15rem]">{title}</div>
        {how}
        <RackViews course={course} period={period} current={view} />
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <div className="min-w-0 flex-[1_1_5rem] text-ink-2 sm:min-w-32">{line}</div>
        {children}
      </div>
    </header>
  );
}
