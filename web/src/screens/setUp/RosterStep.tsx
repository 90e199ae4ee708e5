import { Suspense, lazy, useState } from 'react';
import type { PersonId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { OrderPicker } from '../../parts/rack/OrderPicker';
import { mayKeep, mayRun } from '../../parts/hall/places';
import { Empty, Read } from '../../parts/messages/States';
import { api } from '../../state/api';
import { RosterImport } from './RosterImport';
import { RosterTable } from './RosterTable';
import type { StepProps } from './SetUp';
import { onePeriod } from '../../parts/courses/periods';

// Each window comes when it is opened.
const GroupsDialog = lazy(() =>
  import('./GroupsDialog').then(({ GroupsDialog: view }) => ({ default: view })),
);
const JoinOne = lazy(() => import('./JoinOne').then(({ JoinOne: view }) => ({ default: view })));
const PeopleOutDialog = lazy(() =>
  import('./PeopleOutDialog').then(({ PeopleOutDialog: view }) => ({ default: view })),
);
const SlipsDialog = lazy(() => import('./SlipsDialog').then(({ SlipsDialog: view }) => ({ default: view })));
const StudentDialog = lazy(() =>
  import('./StudentDialog').then(({ StudentDialog: view }) => ({ default: view })),
);

type Doing = 'looking' | 'pasting' | 'joining' | 'slips' | 'groups' | 'taking';

/** Who is in the course, and the ways of adding people to it, changing them and taking the list along. */
export function RosterStep(props: StepProps) {
  const { course, period } = props;
  const roster = api.useReadRosterQuery({ params: { courseId: course.id } });
  const keeps = mayKeep(course);
  const [doing, setDoing] = useState<Doing>(course.students === 0 && keeps ? 'pasting' : 'looking');
  const [open, setOpen] = useState<PersonId | null>(null);
  const done = () => setDoing('looking');
  if (doing === 'pasting') return <RosterImport {...props} onDone={done} canLeave={course.students > 0} />;
  const here = onePeriod(course, period);
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-2.5">
        {keeps ? (
          <>
            <Button look="go" onClick={() => setDoing('joining')}>
              Add a late joiner
            </Button>
            <Button onClick={() => setDoing('pasting')}>Paste or drop a list</Button>
            <Button onClick={() => setDoing('slips')}>Sign-in slips</Button>
          </>
        ) : null}
        {here && mayRun(course) ? <Button onClick={() => setDoing('groups')}>Groups</Button> : null}
        <Button onClick={() => setDoing('taking')}>Export list</Button>
        <span className="ml-auto">
          <OrderPicker />
        </span>
      </div>
      <Read of={roster} what="Reading the roster">
        {(students) => {
          const opened = students.find(({ id }) => id === open);
          return (
            <>
              {students.length === 0 ? (
                <Empty title="The roster is empty">
                  <Button look="go" onClick={() => setDoing('pasting')}>
                    Paste your class list
                  </Button>
                </Empty>
              ) : (
                <RosterTable students={students} {...props} onOpen={({ id }) => setOpen(id)} />
              )}
              <Suspense>
                {opened ? (
                  <StudentDialog course={course} student={opened} onClose={() => setOpen(null)} />
                ) : null}
                {doing === 'taking' ? (
                  <PeopleOutDialog course={course} period={period} students={students} onClose={done} />
                ) : null}
              </Suspense>
            </>
          );
        }}
      </Read>
      <Suspense>
        {doing === 'joining' ? <JoinOne {...props} onClose={done} onJoined={setOpen} /> : null}
        {doing === 'slips' ? <SlipsDialog course={course} period={period} onClose={done} /> : null}
        {doing === 'groups' && here ? <GroupsDialog period={here} onClose={done} /> : null}
      </Suspense>
    </div>
  );
}
