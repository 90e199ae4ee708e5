import { useState } from 'react';
import { Button } from '../../parts/Button';
import { Empty, Read } from '../../parts/States';
import { api } from '../../state/api';
import { JoinOne } from './JoinOne';
import { RosterImport } from './RosterImport';
import { RosterTable } from './RosterTable';
import type { StepProps } from './SetUp';
import { SlipsDialog } from './SlipsDialog';

type Doing = 'looking' | 'pasting' | 'joining' | 'slips';

/** Who is in the course, and the ways of adding people to it. */
export function RosterStep(props: StepProps) {
  const { course } = props;
  const roster = api.useReadRosterQuery({ params: { courseId: course.id } });
  const [doing, setDoing] = useState<Doing>(course.students === 0 ? 'pasting' : 'looking');
  const done = () => setDoing('looking');
  if (doing === 'pasting') return <RosterImport {...props} onDone={done} canLeave={course.students > 0} />;
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap gap-2.5">
        <Button look="go" onClick={() => setDoing('joining')}>
          Add a late joiner
        </Button>
        <Button onClick={() => setDoing('pasting')}>Paste or drop a list</Button>
        <Button onClick={() => setDoing('slips')}>Sign-in slips</Button>
      </div>
      <Read of={roster} what="Reading the roster">
        {(students) =>
          students.length === 0 ? (
            <Empty title="Nobody is on the roster yet">
              <Button look="go" onClick={() => setDoing('pasting')}>
                Paste your class list
              </Button>
            </Empty>
          ) : (
            <RosterTable students={students} {...props} />
          )
        }
      </Read>
      {doing === 'joining' ? <JoinOne {...props} onClose={done} /> : null}
      {doing === 'slips' ? <SlipsDialog course={course} onClose={done} /> : null}
    </div>
  );
}
