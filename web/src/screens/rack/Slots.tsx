import { Suspense, lazy, useEffect, useMemo, useRef, useState } from 'react';
import { ListChecks } from 'lucide-react';
import { useNavigate } from 'react-router';
import type { PersonId } from '@vestibul/core';
import {
  assignmentsFor,
  chooseAssignment,
  firstToReview,
  fitsTally,
  placesFor,
  tallied,
  tallyOf,
  type Place,
  type Tallied,
} from '../../parts/rack/courseWork';
import { Hall } from '../../parts/hall/Hall';
import { placePath } from '../../parts/hall/places';
import { Button } from '../../parts/ui/Button';
import { sayName } from '../../parts/ui/format';
import { tell } from '../../parts/messages/Notices';
import { Empty, Failed, Loading } from '../../parts/messages/States';
import { stripFor } from '../../parts/naming/stripFor';
import { useChosen } from '../../parts/hall/useChosen';
import { useProgress } from '../../parts/rack/useProgress';
import { useArrangement } from '../../parts/rack/useArrangement';
import { useKeys } from '../../parts/ui/useKeys';
import { useNow } from '../../parts/hall/useNow';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course } from '../../state/api';
import { DropHere } from '../../parts/sorting/DropHere';
import { AssignmentPicker } from '../../parts/rack/AssignmentPicker';
import { DueLine } from '../../parts/rack/DueLine';
import { OrderPicker } from '../../parts/rack/OrderPicker';
import { AlikeLink } from './alike/AlikeLink';
import { ApproveButton } from './ApproveButton';
import { HandBackButton } from '../../parts/review/HandBackButton';
import { RemindButton } from './RemindButton';
import { PrintedRack } from './PrintedRack';
import { RackGrid, type RackGridHandle, type SlotPress } from './RackGrid';
import { RackHead } from './RackHead';
import { SelectedBar } from './SelectedBar';
import { TallyList } from './TallyList';
import { useSelection } from './useSelection';
import { useShown } from './useShown';
import { isSeveral, onePeriod } from '../../parts/courses/periods';

// Fetched as soon as the rack is open, so that it is there when Space is pressed; not before the first page.
const loadGlance = () => import('./Glance');
const Glance = lazy(() => loadGlance().then(({ Glance: view }) => ({ default: view })));

/** A period's wall of slots for one assignment. */
export function Slots({ course, period }: { course: Course; period: string }) {
  const [asksFor, chooseWhat] = useChosen();
  const navigate = useNavigate();
  const now = useNow();
  const zone = useZone();
  const arrangement = useArrangement();
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const [chosen, setChosen] = useState(asksFor.get('student') as PersonId | null);
  const asked = asksFor.get('student') as PersonId | null;
  const isThere = rack.data !== undefined;
  // Who was looked for has the focus as soon as they are there.
  useEffect(() => {
    if (!asked || !isThere) return;
    grid.current?.focus(asked);
  }, [asked, isThere]);
  const [glances, setGlances] = useState(false);
  const grid = useRef<RackGridHandle>(null);
  useEffect(() => void loadGlance(), []);

  const assignments = assignmentsFor(course, period, now);
  const assignment = chooseAssignment(assignments, asksFor.get('assignment'), now);
  const progress = useProgress(assignment?.id ?? null);
  // An arrow key goes from one slot to another of the same: they are not put in order again for that.
  const everybody = useMemo(
    () =>
      (rack.data && assignment ? placesFor(course, rack.data, period, assignment, now, arrangement) : []).map(
        (place): Place => {
          const known = place.slot?.id ? progress.works.get(place.slot.id) : undefined;
          return known?.attempt === place.slot?.attempt ? { ...place, progress: known } : place;
        },
      ),
    [course, rack.data, period, assignment, now, arrangement, progress.works],
  );
  const shown = tallied.find((key) => key === asksFor.get('show')) ?? null;
  const places = useShown(
    everybody,
    shown && ((place) => fitsTally(place, shown)),
    `${period} ${assignment?.id} ${shown}`,
  );
  const at = Math.max(
    0,
    places.findIndex((place) => place.student.id === chosen),
  );
  const selected = places[at];
  const selection = useSelection(places, `${period} ${assignment?.id}`);
  const tally = tallyOf(everybody);
  const show = (key: Tallied | null) =>
    chooseWhat((now) => (key ? now.set('show', key) : now.delete('show')));

  const choose = (place: Place | undefined) => {
    if (!place) return;
    setChosen(place.student.id);
    grid.current?.focus(place.student.id);
  };
  /** To another slot; with Shift all on the way are selected. */
  const walk = (by: number, { shiftKey }: KeyboardEvent) => {
    const next = places[at + by];
    if (shiftKey && next && selected) selection.span(next.student.id, selected.student.id);
    choose(next);
  };
  const press = ({ student }: Place, { shiftKey, ctrlKey, metaKey }: SlotPress) => {
    if (shiftKey) selection.span(student.id, selected?.student.id ?? null);
    else if (ctrlKey || metaKey || selection.isOn) selection.toggle(student.id);
    else setGlances(true);
  };
  const toAssignment = (id: string) => {
    chooseWhat((now) => now.set('assignment', id));
  };
  const stepAssignment = (by: number) => {
    const next = assignments[assignments.findIndex((known) => known.id === assignment?.id) + by];
    if (next) toAssignment(next.id);
  };
  const review = (place: Place | undefined) => {
    if (!assignment) return;
    if (place && !place.slot?.id) return tell(`${sayName(place.student)} has nothing in yet.`);
    const more = { assignment: assignment.id, ...(place ? { student: place.student.id } : {}) };
    void navigate(placePath(course.id, 'Review desk', period, more));
  };
  useKeys(
    {
      j: () => choose(places[at + 1]),
      k: () => choose(places[at - 1]),
      ArrowRight: (event) => walk(1, event),
      ArrowLeft: (event) => walk(-1, event),
      ArrowDown: (event) => walk(grid.current?.columns() ?? 1, event),
      ArrowUp: (event) => walk(-(grid.current?.columns() ?? 1), event),
      v: () => (selected ? selection.toggle(selected.student.id) : undefined),
      s: selection.all,
      Escape: selection.isOn ? selection.clear : undefined,
      ',': () => stepAssignment(-1),
      '.': () => stepAssignment(1),
      ' ': () => setGlances(true),
    },
    !glances,
  );
  // In the glance too, also while it is only just opening.
  useKeys({ r: () => review(selected) });

  return (
    <Hall
      course={course}
      place="Rack"
      period={period}
      pathFor={(door) =>
        placePath(course.id, 'Rack', door, {
          ...(assignment ? { assignment: assignment.id } : {}),
          ...(shown ? { show: shown } : {}),
        })
      }
      strip={selected ? stripFor(course, selected.student, selected.slot, zone) : null}
      keys={[
        { keys: ['click', 'Space'], does: 'glance' },
        { keys: ['j', 'k'], does: 'next, back' },
        { keys: ['v'], does: 'select' },
        { keys: ['r'], does: 'review' },
        { keys: ['?'], does: 'keyboard and symbols' },
      ]}
    >
      {!assignment ? (
        <NothingGiven course={course} period={period} />
      ) : (
        <>
          <DropHere
            course={course}
            assignmentId={assignment.id}
            periodId={onePeriod(course, period)?.id ?? null}
            says={`for ${assignment.title}`}
          />
          <RackHead
            course={course}
            period={period}
            view="slots"
            title={
              <AssignmentPicker assignments={assignments} current={assignment} onChoose={toAssignment} />
            }
            line={
              selection.isOn ? (
                <p role="status" className="font-semibold text-ink">
                  {selection.selected.length} selected
                </p>
              ) : (
                <div>
                  <DueLine course={course} assignment={assignment} period={period} now={now} zone={zone} />
                  <AlikeLink course={course} period={period} assignment={assignment} />
                </div>
              )
            }
            how={
              <div className="flex flex-wrap items-center gap-2.25">
                {selection.isOn ? null : (
                  <Button look="quiet" className="py-1! text-small" onClick={selection.begin}>
                    <ListChecks aria-hidden="true" className="size-4.5" /> Select several
                  </Button>
                )}
                <OrderPicker />
              </div>
            }
          >
            {selection.isOn ? (
              <SelectedBar
                course={course}
                assignment={assignment}
                selected={selection.selected}
                isAll={selection.selected.length === places.length}
                dues={rack.data?.dues ?? []}
                onAll={selection.all}
                onClear={selection.clear}
              />
            ) : isThere && progress.isRead ? (
              <>
                <TallyList tally={tally} hasBlank={progress.hasBlank} shown={shown} onShow={show} />
                <div className="flex flex-wrap items-center gap-2.25">
                  <ApproveButton course={course} places={places} />
                  <RemindButton course={course} places={places} assignment={assignment} />
                  <HandBackButton course={course} places={places} />
                  <Button look="go" disabled={tally.in === 0} onClick={() => review(firstToReview(places))}>
                    {tally.toReview > 0 ? `Review ${tally.toReview}` : 'Review desk'}
                  </Button>
                </div>
              </>
            ) : null}
          </RackHead>
          {rack.error && !rack.data ? (
            <Failed failure={rack.error} onRetry={() => void rack.refetch()} />
          ) : !rack.data ? (
            <Loading what="Reading the rack" />
          ) : course.students === 0 ? (
            <Empty title="The roster is empty">
              <p>Paste your class list in Set-up, and every student gets a slot here.</p>
              <Button look="go" onClick={() => void navigate(placePath(course.id, 'Set-up', period))}>
                To Set-up
              </Button>
            </Empty>
          ) : places.length === 0 ? (
            <Empty title="Nobody here">
              <p>Nobody is among those any more.</p>
              <Button look="go" onClick={() => show(null)}>
                Show everybody
              </Button>
            </Empty>
          ) : (
            <RackGrid
              ref={grid}
              course={course}
              places={places}
              byPeriod={isSeveral(period)}
              selected={selected?.student.id ?? null}
              now={now}
              zone={zone}
              picked={selection.isOn ? selection.ids : null}
              onChoose={(id) => setChosen(id)}
              onPress={press}
            />
          )}
          <PrintedRack
            course={course}
            assignment={assignment}
            places={selection.selected.length > 0 ? selection.selected : places}
            now={now}
            zone={zone}
          />
          {selected && glances ? (
            <Suspense>
              <Glance
                course={course}
                places={places}
                at={at}
                onMove={(place) => setChosen(place.student.id)}
                onReview={() => review(selected)}
                onClose={() => setGlances(false)}
                onClosed={() => grid.current?.focus(selected.student.id)}
              />
            </Suspense>
          ) : null}
        </>
      )}
    </Hall>
  );
}

function NothingGiven({ course, period }: { course: Course; period: string }) {
  const navigate = useNavigate();
  return (
    <Empty
      title={course.assignments.length === 0 ? 'No assignment yet' : 'This period has no assignment yet'}
    >
      <p>An assignment needs a title and a due time for each period that gets it.</p>
      <Button
        look="go"
        onClick={() => void navigate(placePath(course.id, 'Set-up', period, { step: 'assignments' }))}
      >
        Make an assignment
      </Button>
    </Empty>
  );
}
