import { Suspense, lazy, useMemo, useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, type Course, type Slot } from '../../state/api';
import { Mark } from './Mark';
import { NameStrip, type StripContent, type StripKey } from '../naming/NameStrip';
import { NotCurrent } from './NotCurrent';
import { PersonMenu } from './PersonMenu';
import { isLookedAt, isSeveral, withOneMore, type LookedAt } from '../courses/periods';
import { Plate } from '../courses/Plate';
import { placeKeys, placePath, placesOf, type Place } from './places';
import { useCurrentInView } from '../ui/useCurrentInView';
import { useKeys } from '../ui/useKeys';

// Looked at now and then, so they come when they are wanted.
const KeyHelp = lazy(() => import('./KeyHelp').then(({ KeyHelp: view }) => ({ default: view })));
const FindName = lazy(() => import('./FindName').then(({ FindName: view }) => ({ default: view })));

interface HallProps {
  course: Course;
  place: Place;
  /** The periods that are looked at. */
  period: LookedAt;
  /** Where choosing a period's plate leads, from this place. */
  pathFor?: (period: string) => string;
  strip: StripContent | null;
  keys?: readonly StripKey[];
  children: ReactNode;
}

/**
 * The teacher's hall: plates of the periods at the left, places along the top, the name strip along the bottom. On a phone the
 * plates are at the foot, where a thumb is.
 */
export function Hall({ course, place, period, pathFor, strip, keys = [], children }: HallProps) {
  const navigate = useNavigate();
  const [helps, setHelps] = useState(false);
  const [finds, setFinds] = useState(false);
  const places = useCurrentInView<HTMLElement>(place);
  const plates = useCurrentInView<HTMLOListElement>(period);
  const [takesSeveral, setTakesSeveral] = useState(isSeveral(period) && period !== 'all');
  const unseen = useUnseen(course);
  const doors = [...course.periods.map((known) => String(known.number)), 'all'];
  const to = pathFor ?? ((door: string) => placePath(course.id, place, door));
  const step = (by: number) => {
    // From several, to what stands at either end.
    const next = doors.includes(period) ? doors[doors.indexOf(period) + by] : doors.at(by > 0 ? 0 : -1);
    if (next) void navigate(to(next));
  };
  useKeys({
    '[': () => step(-1),
    ']': () => step(1),
    '?': () => setHelps(true),
    '/': course.role === 'office' ? undefined : () => setFinds(true),
    ...Object.fromEntries(
      placesOf(course.role).map((name) => [
        `g ${placeKeys[name]}`,
        () => void navigate(placePath(course.id, name, period)),
      ]),
    ),
  });
  return (
    <div className="grid h-dvh grid-cols-[84px_minmax(0,1fr)] grid-rows-[52px_1fr_auto] bg-wall max-md:grid-cols-[minmax(0,1fr)] max-md:grid-rows-[52px_1fr_auto_auto]">
      <a
        href="#main"
        className="sr-only z-50 rounded bg-surface p-2 focus:not-sr-only focus:fixed focus:top-2 focus:left-2"
      >
        Skip to the page
      </a>
      <nav
        aria-label="Periods"
        className="row-span-3 flex min-h-0 flex-col items-center overflow-y-auto border-r border-line bg-surface pt-2.5 pb-3.5 max-md:order-last max-md:row-span-1 max-md:flex-row max-md:gap-2 max-md:overflow-visible max-md:border-t max-md:border-r-0 max-md:py-0 max-md:pr-3"
      >
        <Link to="/" aria-label="Vestibul, to Today" className="rounded max-md:hidden">
          <Mark />
        </Link>
        <ol
          ref={plates}
          className="mt-3 grid list-none p-0 pt-1 max-md:mt-0 max-md:flex max-md:min-w-0 max-md:flex-1 max-md:gap-2.5 max-md:overflow-x-auto max-md:px-3 max-md:py-2.5"
        >
          {course.periods.map((known) => (
            <Plate
              key={known.id}
              to={to(takesSeveral ? withOneMore(course, period, known.number) : String(known.number))}
              face={String(known.number)}
              label={known.label}
              enamel={known.enamel}
              current={takesSeveral ? isLookedAt(period, known.number) : period === String(known.number)}
              several={takesSeveral}
              unseen={unseen.get(known.id) ?? 0}
            />
          ))}
          <Plate
            to={to('all')}
            face="all"
            label="All periods"
            enamel={0}
            current={period === 'all'}
            unseen={0}
          />
          {course.periods.length > 2 ? (
            <li className="text-center max-md:self-center">
              <button
                type="button"
                aria-pressed={takesSeveral}
                onClick={() => setTakesSeveral(!takesSeveral)}
                className="min-h-8 rounded border border-line px-1.5 text-small text-ink-2 aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:text-ink"
              >
                several
              </button>
            </li>
          ) : null}
        </ol>
        <PersonMenu course={course} onHelp={() => setHelps(true)} />
      </nav>
      <nav
        ref={places}
        aria-label="Places"
        className="flex min-w-0 items-stretch gap-1 overflow-x-auto border-b border-line bg-surface px-5.5 max-md:px-2"
      >
        {placesOf(course.role).map((name) => (
          <Link
            key={name}
            to={placePath(course.id, name, period)}
            aria-current={name === place ? 'page' : undefined}
            className="flex items-center gap-2 border-y-3 border-transparent px-3 whitespace-nowrap text-ink-2 no-underline aria-[current]:border-b-brass-mark aria-[current]:font-bold aria-[current]:text-ink"
          >
            {name}
            {name === 'Sorting table' && course.toSort > 0 ? (
              <b className="rounded bg-brass-soft px-1.5 text-small text-ink">
                <span className="sr-only">, </span>
                {course.toSort}
                <span className="sr-only"> to sort</span>
              </b>
            ) : null}
          </Link>
        ))}
        {course.role === 'office' ? null : (
          <button
            type="button"
            onClick={() => setFinds(true)}
            className="my-auto ml-auto flex items-center gap-1.5 rounded px-2 py-1 whitespace-nowrap text-ink-2 hover:bg-ground"
          >
            <kbd aria-hidden="true">/</kbd> Find
          </button>
        )}
        <p className="my-auto pl-4 text-small whitespace-nowrap text-ink-2 max-lg:hidden">
          {course.title} · {course.year.label}
          {course.year.isOver ? (
            <b className="ml-2 rounded bg-brass-soft px-2 py-0.5 text-ink">read only</b>
          ) : null}
        </p>
      </nav>
      <main
        id="main"
        tabIndex={-1}
        className="relative flex min-h-0 min-w-0 flex-col overflow-y-auto px-5.5 pt-4 pb-3 max-md:px-3"
      >
        <NotCurrent />
        {children}
      </main>
      <NameStrip course={course} content={strip} keys={keys} />
      <Suspense>
        {helps ? <KeyHelp place={place} role={course.role} onClose={() => setHelps(false)} /> : null}
        {finds ? <FindName course={course} onClose={() => setFinds(false)} /> : null}
      </Suspense>
    </div>
  );
}

/** How many pieces are new behind each plate. */
function useUnseen(course: Course): Map<string, number> {
  // The office keeps the record; what lies in the slots is the staff's.
  const { data } = api.useReadRackQuery(
    { params: { courseId: course.id } },
    { skip: course.role === 'office' },
  );
  return useMemo(() => {
    const counts = new Map<string, number>();
    const periodOf = new Map(data?.students.map((student) => [student.id, student.periodId]));
    for (const slot of data?.slots.filter(isUnseen) ?? []) {
      const periodId = periodOf.get(slot.studentId);
      if (periodId) counts.set(periodId, (counts.get(periodId) ?? 0) + 1);
    }
    return counts;
  }, [data]);
}

/** New since this teacher last looked; what is reviewed or handed back has been looked at by a colleague. */
export function isUnseen(slot: Slot): boolean {
  return slot.unseen && (slot.state === 'turned in' || slot.state === 'late');
}
