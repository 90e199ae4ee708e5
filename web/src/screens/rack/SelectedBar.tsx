import { CalendarClock, Download, Printer, X } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { pathOf } from '@vestibul/contract';
import { HandBackButton } from '../../parts/review/HandBackButton';
import { mayRun } from '../../parts/hall/places';
import { hasWork, type Place } from '../../parts/rack/courseWork';
import { Button, buttonClass } from '../../parts/ui/Button';
import type { Course } from '../../state/api';
import { ApproveButton } from './ApproveButton';
import type { OwnDues } from './DuesDialog';
import { RemindButton } from './RemindButton';

const DuesDialog = lazy(() => import('./DuesDialog').then(({ DuesDialog: view }) => ({ default: view })));

interface SelectedBarProps {
  course: Course;
  assignment: Course['assignments'][number];
  selected: readonly Place[];
  /** Whether all that are shown are selected. */
  isAll: boolean;
  dues: OwnDues;
  onAll: () => void;
  onClear: () => void;
}

/** What there is to do with the slots that are selected. */
export function SelectedBar({ course, assignment, selected, isAll, dues, onAll, onClear }: SelectedBarProps) {
  const [setsDues, setSetsDues] = useState(false);
  const withWork = selected.filter(hasWork);
  const asked = selected.filter(({ student }) => student.leftAt === null);
  return (
    <div role="toolbar" aria-label="Selected" className="flex flex-wrap items-center gap-2.25">
      {isAll ? null : <Button onClick={onAll}>Select all</Button>}
      <ApproveButton course={course} places={selected} />
      <RemindButton course={course} places={selected} assignment={assignment} />
      {asked.length > 0 && mayRun(course) ? (
        <Button onClick={() => setSetsDues(true)}>
          <CalendarClock aria-hidden="true" className="size-4.5" /> Due time
        </Button>
      ) : null}
      <HandBackButton course={course} places={selected} />
      {withWork.length > 0 ? (
        <a
          className={buttonClass()}
          href={`${pathOf('readWork', { assignmentId: assignment.id })}?students=${withWork.map(({ student }) => student.id).join(',')}`}
          download
        >
          <Download aria-hidden="true" className="size-4.5" /> Download {withWork.length}
        </a>
      ) : null}
      {selected.length > 0 ? (
        <Button onClick={() => window.print()}>
          <Printer aria-hidden="true" className="size-4.5" /> Print list
        </Button>
      ) : null}
      <Button look="quiet" onClick={onClear}>
        <X aria-hidden="true" className="size-4.5" /> Done
      </Button>
      <Suspense>
        {setsDues ? (
          <DuesDialog assignment={assignment} places={asked} dues={dues} onClose={() => setSetsDues(false)} />
        ) : null}
      </Suspense>
    </div>
  );
}
