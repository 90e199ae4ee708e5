import { Suspense, lazy } from 'react';
import { CalendarDays, ListChecks } from 'lucide-react';
import { useSearchParams } from 'react-router';
import { AccountNews } from '../../parts/hall/AccountNews';
import { sayDay } from '../../parts/ui/format';
import { Hall } from '../../parts/hall/Hall';
import { placePath } from '../../parts/hall/places';
import { Loading, Read } from '../../parts/messages/States';
import { useArrangement } from '../../parts/rack/useArrangement';
import { useCoursePage } from '../../parts/courses/useCoursePage';
import { useNow } from '../../parts/hall/useNow';
import { ViewLinks } from '../../parts/ui/ViewLinks';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course } from '../../state/api';
import { needsFirstSteps } from './needsFirstSteps';
import { Waiting } from './Waiting';
import { DropHere } from '../../parts/sorting/DropHere';
import { onePeriod } from '../../parts/courses/periods';

// Most visits to Today never turn to the calendar; it comes when they do.
const FirstSteps = lazy(() => import('./FirstSteps').then(({ FirstSteps: view }) => ({ default: view })));
const CalendarView = lazy(() =>
  import('../../parts/calendar/CalendarView').then(({ CalendarView: view }) => ({ default: view })),
);

/** Today: for every period, what arrived, what waits for the teacher, what is due; and the calendar beside it. */
export function Today() {
  const { course, period } = useCoursePage();
  usePageTitle('Today');
  return <Read of={course}>{(data) => <TodayOf course={data} period={period} />}</Read>;
}

const views = [
  ['day', 'Today', ListChecks],
  ['week', 'Week', CalendarDays],
  ['month', 'Month', CalendarDays],
] as const;

function TodayOf({ course, period }: { course: Course; period: string }) {
  const [search] = useSearchParams();
  const now = useNow();
  const zone = useZone();
  const arrangement = useArrangement();
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const view = views.find(([known]) => known === search.get('view'))?.[0] ?? 'day';
  const path = (door: string, to: string) =>
    placePath(course.id, 'Today', door, to === 'day' ? {} : { view: to });
  const shown = onePeriod(course, period);
  return (
    <Hall
      course={course}
      place="Today"
      period={period}
      pathFor={(door) => path(door, view)}
      strip={null}
      keys={[{ keys: ['?'], does: 'keyboard and symbols' }]}
    >
      <DropHere course={course} periodId={shown?.id ?? null} says={shown ? `for ${shown.label}` : ''} />
      <header className="mb-4 flex flex-wrap items-end gap-x-5 gap-y-2">
        <h1>
          Today{' '}
          <span className="ml-1 font-sans text-lg font-normal tracking-normal text-ink-2">
            {sayDay(now, zone)}
          </span>
        </h1>
        <ViewLinks
          of="Today"
          views={views}
          current={view}
          pathTo={(to) => path(period, to)}
          className="ml-auto"
        />
      </header>
      <AccountNews />
      {view !== 'day' ? (
        <Suspense fallback={<Loading what="Opening the calendar" />}>
          <CalendarView key={view} span={view} course={course} period={period} />
        </Suspense>
      ) : (
        <Read of={rack} what="Reading the racks">
          {(data) =>
            needsFirstSteps(course) ? (
              <Suspense fallback={<Loading what="Opening the first steps" />}>
                <FirstSteps course={course} period={period} />
              </Suspense>
            ) : (
              <Waiting
                course={course}
                period={period}
                rack={data}
                now={now}
                zone={zone}
                arrangement={arrangement}
              />
            )
          }
        </Read>
      )}
    </Hall>
  );
}
