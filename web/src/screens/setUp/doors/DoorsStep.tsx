import { Suspense, lazy, useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../../../parts/ui/Button';
import { sayCount } from '../../../parts/ui/format';
import { tell, tellFailure } from '../../../parts/messages/Notices';
import { mayRun, placePath } from '../../../parts/hall/places';
import { Empty, Loading, Read } from '../../../parts/messages/States';
import { api, type Course } from '../../../state/api';
import type { StepProps } from '../SetUp';
import { titleOfDoor, type SideDoor } from './sideDoor';
import { DoorCode } from './DoorCode';

const DoorForm = lazy(() => import('./DoorForm').then(({ DoorForm: view }) => ({ default: view })));

const stateWords: Record<SideDoor['state'], string> = {
  open: 'open',
  'not yet': 'not open yet',
  closed: 'ended',
  shut: 'closed',
};

/** The side doors of a course: addresses by which people without an account hand something in. */
export function DoorsStep({ course }: StepProps) {
  const doors = api.useListDoorsQuery({ params: { courseId: course.id } });
  const [making, setMaking] = useState(false);
  const [changing, setChanging] = useState<SideDoor | null>(null);
  const [showing, setShowing] = useState<SideDoor | null>(null);
  const runs = mayRun(course);
  return (
    <div className="grid gap-4">
      <p className="max-w-3xl text-ink-2">
        A side door is a link (and a code to print) for people without an account to turn work in. If the name
        was typed in, the work waits on the{' '}
        <Link to={placePath(course.id, 'Sorting table', 'all')}>sorting table</Link> until you say whose it
        is.
      </p>
      {runs && !making && !changing ? (
        <Button look="go" className="justify-self-start" onClick={() => setMaking(true)}>
          New side door
        </Button>
      ) : null}
      {making || changing ? (
        <Suspense fallback={<Loading />}>
          <DoorForm
            course={course}
            {...(changing ? { door: changing } : {})}
            onDone={() => {
              setMaking(false);
              setChanging(null);
            }}
          />
        </Suspense>
      ) : null}
      <Read of={doors} what="Reading the side doors">
        {(known) =>
          known.length === 0 ? (
            making ? null : (
              <Empty title="No side door yet">
                <p>Make one for guests, parents or students who can’t sign in.</p>
              </Empty>
            )
          ) : (
            <ul className="grid list-none gap-2.5 p-0">
              {known.map((door) => (
                <DoorRow
                  key={door.id}
                  course={course}
                  door={door}
                  onChange={() => setChanging(door)}
                  onShow={() => setShowing(door)}
                />
              ))}
            </ul>
          )
        }
      </Read>
      {showing ? <DoorCode course={course} door={showing} onClose={() => setShowing(null)} /> : null}
    </div>
  );
}

interface DoorRowProps {
  course: Course;
  door: SideDoor;
  onChange: () => void;
  onShow: () => void;
}

function DoorRow({ course, door, onChange, onShow }: DoorRowProps) {
  const [shut] = api.useShutDoorMutation();
  const [open] = api.useOpenDoorMutation();
  const params = { doorId: door.id };
  const times = [
    door.opensLocal ? `from ${door.opensLocal.replace('T', ' ')}` : '',
    door.closesLocal ? `until ${door.closesLocal.replace('T', ' ')}` : '',
  ].filter(Boolean);
  const turn = async () => {
    const { error } = door.state === 'shut' ? await open({ params }) : await shut({ params });
    if (error) tellFailure(error);
    else tell(door.state === 'shut' ? 'The door is open again at its times.' : 'The door is closed.');
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-lg border border-line bg-surface px-4 py-3">
      <div className="mr-auto min-w-0">
        <p>
          <b className="font-semibold">{titleOfDoor(course, door)}</b>{' '}
          <span
            className={`ml-1 rounded px-2 py-0.5 text-small ${door.state === 'open' ? 'bg-brass-soft' : 'bg-ground'}`}
          >
            {stateWords[door.state]}
          </span>
        </p>
        <p className="text-small text-ink-2">
          {door.domains.length > 0
            ? `confirmed addresses of ${door.domains.join(', ')}`
            : 'anyone with the address'}
          {times.length > 0 ? ` · ${times.join(' ')}` : ''} ·{' '}
          {door.delivered === 0 ? 'nothing turned in yet' : `turned in ${sayCount(door.delivered, 'time')}`}
          {door.waiting > 0 ? `, ${door.waiting} waiting` : ''}
        </p>
      </div>
      <Button look="quiet" onClick={onShow}>
        Address and code
      </Button>
      <a
        className="rounded font-semibold text-act"
        href={door.path}
        target="_blank"
        rel="noopener noreferrer"
      >
        See it as a guest
      </a>
      {mayRun(course) ? (
        <>
          <Button look="quiet" onClick={onChange}>
            Change
          </Button>
          <Button onClick={() => void turn()}>{door.state === 'shut' ? 'Open again' : 'Close now'}</Button>
        </>
      ) : null}
    </li>
  );
}
