import { useDeferredValue, useMemo } from 'react';
import { Link } from 'react-router';
import { Hall } from '../../../parts/hall/Hall';
import { useChosen } from '../../../parts/hall/useChosen';
import { useNow } from '../../../parts/hall/useNow';
import { useZone } from '../../../parts/hall/useSession';
import { Empty, Failed, Loading } from '../../../parts/messages/States';
import {
  assignmentsFor,
  fitsTally,
  rowsOf,
  tallied,
  tallyOf,
  type Place,
  type StudentRow,
  type Tallied,
} from '../../../parts/rack/courseWork';
import { OrderPicker } from '../../../parts/rack/OrderPicker';
import { saySlot } from '../../../parts/rack/SlotView';
import { useArrangement } from '../../../parts/rack/useArrangement';
import { Button } from '../../../parts/ui/Button';
import { CellTable, type Spot } from '../../../parts/ui/CellTable';
import { inputClass } from '../../../parts/ui/Field';
import { sayCount, sayListName, sayMoment } from '../../../parts/ui/format';
import { useMedia } from '../../../parts/ui/useMedia';
import { useWidth } from '../../../parts/ui/useSize';
import { api, type Course } from '../../../state/api';
import { linesOf } from '../linesOf';
import { RackHead } from '../RackHead';
import { rackPath } from '../RackViews';
import { RowName } from '../RowName';
import { TallyList } from '../TallyList';
import { useShown } from '../useShown';
import { useStill } from '../useStill';
import { useWall } from '../useWall';
import { MapMark, MarkMeanings, markOf } from './MapMark';
import { PrintedMap } from './PrintedMap';
import { TermPicker } from './TermPicker';
import { isInTerm, useTerm } from './useTerm';
import { isSeveral } from '../../../parts/courses/periods';

/** A mark is as large as a finger may aim at (WCAG 2.2, 2.5.8). */
const MARK = 24;
/** Where few columns leave the room, their titles are written across. */
const ACROSS = { head: 66, column: 96 };
const UPRIGHT = { head: 148, column: MARK };
const SIDE_WIDTH = { wide: 236, narrow: 132 };

const orders = { name: 'in order', missing: 'most missing first', toReview: 'most to review first' } as const;
type MapOrder = keyof typeof orders;

const placesIn = ({ places }: StudentRow) => places.filter((place) => place !== null);
const countOf = (row: StudentRow, of: Tallied) =>
  placesIn(row).filter((place) => fitsTally(place, of)).length;
const ranks: Record<MapOrder, ((row: StudentRow) => number) | null> = {
  name: null,
  missing: (row) => -countOf(row, 'missing'),
  toReview: (row) => -tallyOf(placesIn(row)).toReview,
};

/** A whole term as a map: students × assignments, each a mark of what is in the slot. */
export function TermMap({ course, period }: { course: Course; period: string }) {
  const [asksFor, choose] = useChosen();
  const now = useNow();
  const zone = useZone();
  const arrangement = useArrangement();
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  // What comes in while somebody types or looks waits for a moment in which nothing else is to be drawn.
  const data = useDeferredValue(rack.data);
  const { asked, term, setTerm } = useTerm(course, now);
  const order = (Object.keys(orders) as MapOrder[]).find((key) => key === asksFor.get('order')) ?? 'name';
  const shown = tallied.find((key) => key === asksFor.get('show')) ?? null;
  const set = (key: string, value: string | null) =>
    choose((search) => (value === null ? search.delete(key) : search.set(key, value)));

  const assignments = useMemo(
    () => assignmentsFor(course, period, now).filter((assignment) => isInTerm(assignment, term)),
    [course, period, now, term],
  );
  const everybody = useMemo(
    () => (data ? rowsOf(course, data, period, assignments, now, arrangement) : []),
    [course, data, period, assignments, now, arrangement],
  );
  const looksAt = `${period} ${term?.id}`;
  const ordered = useStill(everybody, ranks[order], `${looksAt} ${order}`);
  const rows = useShown(
    ordered,
    shown && ((row) => placesIn(row).some((place) => fitsTally(place, shown))),
    `${looksAt} ${shown}`,
  );
  const tally = useMemo(() => tallyOf(everybody.flatMap(placesIn)), [everybody]);
  const missing = useMemo(
    () =>
      assignments.map(
        (_, at) => everybody.filter(({ places }) => places[at] && fitsTally(places[at], 'missing')).length,
      ),
    [assignments, everybody],
  );
  const wall = useWall({
    course,
    period,
    rows,
    columns: assignments.map(({ id }) => id),
    first: assignments.length - 1,
    seriesOf: ({ column }) => rows.flatMap(({ places }) => places[column] ?? []),
  });
  const byPeriod = isSeveral(period) && order === 'name';
  const lines = useMemo(() => linesOf(course, rows, byPeriod), [course, rows, byPeriod]);
  const side = useMedia('(min-width: 48rem)') ? SIDE_WIDTH.wide : SIDE_WIDTH.narrow;
  const [width, measured] = useWidth();
  const isAcross = assignments.length * ACROSS.column <= width - side;
  const placeAt = ({ row, column }: Spot) => rows[row]?.places[column] ?? null;

  return (
    <Hall
      course={course}
      place="Rack"
      period={period}
      pathFor={(door) =>
        rackPath(course.id, door, 'term', {
          ...(asked ? { term: asked } : {}),
          ...(order === 'name' ? {} : { order }),
          ...(shown ? { show: shown } : {}),
        })
      }
      strip={wall.strip}
      keys={[
        { keys: ['←', '→', '↑', '↓'], does: 'move' },
        { keys: ['Space'], does: 'glance' },
        { keys: ['↵'], does: 'its slots' },
        { keys: ['?'], does: 'keyboard and symbols' },
      ]}
    >
      <RackHead
        course={course}
        period={period}
        view="term"
        title={<h1>{term ? term.name : 'All assignments'}</h1>}
        line={`${sayCount(everybody.length, 'student')} · ${sayCount(assignments.length, 'assignment')}`}
      >
        <TallyList hasBlank={false} tally={tally} shown={shown} onShow={(key) => set('show', key)} />
        <div className="flex flex-wrap items-center gap-2.25">
          <TermPicker course={course} term={term} onChoose={setTerm} />
          <select
            aria-label="Who comes first"
            className={`${inputClass} w-auto! py-1 text-small`}
            value={order}
            onChange={(event) => set('order', event.target.value === 'name' ? null : event.target.value)}
          >
            {Object.entries(orders).map(([key, says]) => (
              <option key={key} value={key}>
                {says}
              </option>
            ))}
          </select>
          <OrderPicker />
        </div>
      </RackHead>
      {rack.error && !rack.data ? (
        <Failed failure={rack.error} onRetry={() => void rack.refetch()} />
      ) : !data ? (
        <Loading what="Reading the rack" />
      ) : assignments.length === 0 || everybody.length === 0 ? (
        <Empty title={everybody.length === 0 ? 'No students here yet' : 'No assignments in this term yet'}>
          <p>Each assignment that students can see is a column here.</p>
        </Empty>
      ) : rows.length === 0 ? (
        <Empty title="No students match">
          <p>Nobody is among those any more.</p>
          <Button look="go" onClick={() => set('show', null)}>
            Show everybody
          </Button>
        </Empty>
      ) : (
        <div ref={measured} className="flex min-h-0 flex-1 flex-col max-md:min-h-[72dvh]">
          <CellTable
            label={`Map of ${term ? term.name : 'all assignments'}`}
            lines={lines}
            sizes={{ ...(isAcross ? ACROSS : UPRIGHT), row: MARK, heading: 28, side }}
            sideColumns={2}
            {...wall.table}
            sideHead={
              <>
                <span
                  role="columnheader"
                  aria-colindex={1}
                  className="flex-1 self-end px-2 py-1 text-small font-semibold text-ink-2"
                >
                  Student
                </span>
                <span
                  role="columnheader"
                  aria-colindex={2}
                  className="w-16 self-end px-2 py-1 text-right text-small font-semibold text-ink-2 max-md:sr-only"
                >
                  missing
                </span>
              </>
            }
            side={(row) => {
              const count = countOf(rows[row]!, 'missing');
              return (
                <>
                  <RowName course={course} period={period} row={rows[row]!} />
                  <span
                    role="gridcell"
                    aria-colindex={2}
                    className={`w-16 px-2 text-right text-small tabular-nums max-md:sr-only ${count > 0 ? 'font-semibold text-brick' : 'text-ink-2'}`}
                  >
                    {count || '–'}
                  </span>
                </>
              );
            }}
            head={(column) => (
              <ColumnHead
                title={assignments[column]!.title}
                missing={missing[column]!}
                isHere={column === wall.spot.column}
                isAcross={isAcross}
                to={rackPath(course.id, period, 'slots', { assignment: assignments[column]!.id })}
              />
            )}
            cell={(at) => {
              const place = placeAt(at);
              return place ? <MapMark {...markOf(place)} /> : null;
            }}
            labelOf={(at) => {
              const place = placeAt(at);
              const title = assignments[at.column]!.title;
              return place
                ? `${title}, ${saySlot(place.student, place.slot, place.state)}`
                : `${title}, ${sayListName(rows[at.row]!.student)}: not asked`;
            }}
            cellClass={(at, isHere) => {
              const place = placeAt(at);
              const isFaint = shown !== null && !(place && fitsTally(place, shown));
              return `flex items-center justify-center ${place ? 'cursor-pointer' : ''} ${isFaint ? 'opacity-25' : ''} ${isHere ? 'bg-brass-soft outline-3 -outline-offset-2 outline-brass-mark z-1' : ''}`;
            }}
          />
          <p className="mt-2 min-h-6 truncate text-ink-2">
            {wall.row ? (
              <>
                <b className="font-semibold text-ink">{sayListName(wall.row.student)}</b> ·{' '}
                {assignments[wall.spot.column]?.title}:{' '}
                {wall.place ? sayPlace(wall.place, zone) : 'not asked of them'}
              </>
            ) : null}
          </p>
          <MarkMeanings />
          <PrintedMap
            course={course}
            title={term ? term.name : 'All assignments'}
            assignments={assignments}
            rows={rows}
            now={now}
            zone={zone}
          />
          {wall.glance}
        </div>
      )}
    </Hall>
  );
}

/** What is in a slot, in a few words. */
function sayPlace({ slot, state, due, student }: Place, zone: string): string {
  if (slot?.turnedInAt)
    return [
      state,
      sayMoment(slot.turnedInAt, zone),
      slot.lateMs > 0 && state !== 'late' ? 'late' : '',
      slot.unseen ? 'not seen' : '',
    ]
      .filter(Boolean)
      .join(', ');
  return student.leftAt ? 'has left' : due ? `${state}, due ${sayMoment(due, zone)}` : state;
}

interface ColumnHeadProps {
  title: string;
  missing: number;
  isHere: boolean;
  isAcross: boolean;
  to: string;
}

/** An assignment's title, upright where its column is narrow, and how many of them are missing. */
function ColumnHead({ title, missing, isHere, isAcross, to }: ColumnHeadProps) {
  return (
    <Link
      to={to}
      title={title}
      // From the cells, the same is one key away.
      tabIndex={-1}
      className={`flex h-full flex-col items-center justify-end gap-1 pb-1 text-small leading-none no-underline hover:bg-surface ${isHere ? 'bg-brass-soft font-semibold text-ink' : 'text-ink-2'}`}
    >
      <span
        className={
          isAcross
            ? 'line-clamp-2 px-1 text-center leading-tight [overflow-wrap:anywhere]'
            : 'min-h-0 flex-1 rotate-180 truncate pt-1.5 [writing-mode:vertical-rl]'
        }
      >
        {title}
      </span>
      <span className={missing > 0 ? 'font-semibold text-brick' : 'invisible'}>
        {missing}
        <span className="sr-only"> missing</span>
      </span>
    </Link>
  );
}
