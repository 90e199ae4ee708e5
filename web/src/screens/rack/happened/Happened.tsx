import { useDeferredValue, useMemo } from 'react';
import { arrivalsByDue, arrivalsByWeek, goneQuiet, groupBy } from '@vestibul/core';
import { Hall } from '../../../parts/hall/Hall';
import { useNow } from '../../../parts/hall/useNow';
import { useZone } from '../../../parts/hall/useSession';
import { Empty, Read } from '../../../parts/messages/States';
import {
  assignmentsFor,
  fitsTally,
  rowsOf,
  type Place,
  type StudentRow,
} from '../../../parts/rack/courseWork';
import { useArrangement } from '../../../parts/rack/useArrangement';
import { Chart } from '../../../parts/ui/Chart';
import { sayCount } from '../../../parts/ui/format';
import { Picture } from '../../../parts/ui/Picture';
import { api, type Course } from '../../../state/api';
import { RackHead } from '../RackHead';
import { rackPath } from '../RackViews';
import { TermPicker } from '../term/TermPicker';
import { isInTerm, useTerm, type Term } from '../term/useTerm';
import { GoneQuiet } from './GoneQuiet';
import { arrivedOf, sayBar, sayMiddle, sayWeek } from './sayArrivals';
import { Waiting } from './Waiting';
import { WhatWasDone } from './WhatWasDone';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const NOTHING = 'Nothing is turned in yet.';
const bars = {
  plotOptions: { bar: { columnWidth: '88%' } },
  dataLabels: { enabled: true, formatter: (count: number) => (count === 0 ? '' : String(count)) },
  yaxis: { forceNiceScale: true },
};

const placesIn = (rows: readonly StudentRow[]) =>
  rows.flatMap(({ places }) => places.filter((place) => place !== null));
const isAsked = (place: Place): place is Place & { due: NonNullable<Place['due']> } =>
  place.due !== null && place.state !== 'excused';

/** What happened in a term: when work came, who has gone quiet, what waits for whom. */
export function Happened({ course, period }: { course: Course; period: string }) {
  const now = useNow();
  const { asked, term, setTerm } = useTerm(course, now);
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const arrangement = useArrangement();
  const assignments = useMemo(
    () => assignmentsFor(course, period, now).filter((assignment) => isInTerm(assignment, term)),
    [course, period, now, term],
  );
  // What comes in while somebody types or looks waits for a moment in which nothing else is to be drawn.
  const data = useDeferredValue(rack.data);
  const rows = useMemo(
    () =>
      data
        ? rowsOf(course, data, period, assignments, now, arrangement).filter(
            ({ student }) => student.leftAt === null,
          )
        : [],
    [course, data, period, assignments, now, arrangement],
  );
  return (
    <Hall
      course={course}
      place="Rack"
      period={period}
      pathFor={(door) => rackPath(course.id, door, 'happened', asked ? { term: asked } : {})}
      strip={null}
    >
      <RackHead
        course={course}
        period={period}
        view="happened"
        title={<h1>What happened</h1>}
        line={`${sayCount(rows.length, 'student')} · ${sayCount(assignments.length, 'assignment')}`}
      >
        <TermPicker course={course} term={term} onChoose={setTerm} />
      </RackHead>
      <Read of={rack} what="Reading the rack">
        {() =>
          assignments.length === 0 || rows.length === 0 ? (
            <Empty title={rows.length === 0 ? 'No students here yet' : 'No assignments in this term yet'}>
              <p>When work is turned in, it is told here when it came.</p>
            </Empty>
          ) : (
            <Told course={course} period={period} term={term} rows={rows} now={now} />
          )
        }
      </Read>
    </Hall>
  );
}

interface ToldProps {
  course: Course;
  period: string;
  term: Term | null;
  rows: readonly StudentRow[];
  now: number;
}

function Told({ course, period, term, rows, now }: ToldProps) {
  const zone = useZone();
  const places = placesIn(rows);
  const works = places.flatMap(arrivedOf);
  const byDue = arrivalsByDue(works);
  const weeks = arrivalsByWeek(works, zone);
  const quiet = goneQuiet(
    rows.map((row) => ({
      id: row,
      dues: row.places.flatMap((place) => (place && isAsked(place) ? place.due : [])),
      turnedIn: row.places.flatMap((place) => place?.slot?.turnedInAt ?? []),
    })),
    now,
  );
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 items-start gap-4 overflow-auto lg:grid-cols-[minmax(0,1fr)_19rem]">
      <div className="grid min-w-0 grid-cols-1 gap-4">
        <Picture
          title="When work came"
          says="Before it was due, and after it (+). Each work once, when it was last turned in."
          none={NOTHING}
          chart={
            <Chart
              kind="bar"
              height={310}
              series={[{ name: 'Work', data: byDue.map(({ count }) => count) }]}
              options={{ ...bars, xaxis: { categories: byDue.map((bar) => sayBar(bar).short) } }}
            />
          }
          heads={['When', 'Work']}
          rows={works.length === 0 ? [] : byDue.map((bar) => [sayBar(bar).full, String(bar.count)])}
        />
        <Picture
          title="Week by week"
          says="On the days on which it came."
          none={NOTHING}
          chart={
            <Chart
              kind="bar"
              height={260}
              series={[{ name: 'Work', data: weeks.map(({ days }) => sum(days)) }]}
              options={{ ...bars, xaxis: { categories: weeks.map(({ monday }) => sayWeek(monday)) } }}
            />
          }
          heads={['Week of', ...DAYS, 'All', 'Late']}
          onlyWide={DAYS}
          rows={weeks
            .toReversed()
            .map(({ monday, days, late }) => [
              sayWeek(monday),
              ...days.map((count) => (count === 0 ? '–' : String(count))),
              String(sum(days)),
              late === 0 ? '–' : String(late),
            ])}
        />
        <ByAssignment places={places} />
        <WhatWasDone course={course} period={period} term={term} rows={rows} />
      </div>
      <aside className="grid min-w-0 gap-4">
        <Waiting course={course} period={period} places={places} />
        <GoneQuiet course={course} period={period} quiet={quiet} />
      </aside>
    </div>
  );
}

const sum = (counts: readonly number[]) => counts.reduce((all, count) => all + count, 0);

/** Each assignment: how much of it is in, late and missing, and when half of it was in. */
function ByAssignment({ places }: { places: readonly Place[] }) {
  const byAssignment = groupBy(places, ({ assignment }) => assignment);
  return (
    <Picture
      title="Assignment by assignment"
      says="When half of what is in had come, before or after it was due."
      none={NOTHING}
      chart={null}
      heads={['Assignment', 'In', 'Late', 'Missing', 'Half were in']}
      onlyWide={['Late']}
      rows={[...byAssignment].map(([assignment, of]) => [
        assignment.title,
        ...(['in', 'late', 'missing'] as const).map((key) =>
          String(of.filter((place) => fitsTally(place, key)).length),
        ),
        sayMiddle(of.flatMap(arrivedOf)),
      ])}
    />
  );
}
