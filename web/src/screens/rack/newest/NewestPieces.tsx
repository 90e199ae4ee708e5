import { useDeferredValue, useMemo } from 'react';
import { pathOf } from '@vestibul/contract';
import { submissionStates, type GroupId } from '@vestibul/core';
import { Hall } from '../../../parts/hall/Hall';
import { useChosen } from '../../../parts/hall/useChosen';
import { keepChoice, useKeptChoice, type KeptChoice } from '../../../parts/hall/useKeptChoice';
import { useNow } from '../../../parts/hall/useNow';
import { useZone } from '../../../parts/hall/useSession';
import { Empty, Failed, Loading } from '../../../parts/messages/States';
import { assignmentsFor, rowsOf } from '../../../parts/rack/courseWork';
import { Thumbnail } from '../../../parts/piece/Thumbnail';
import { OrderPicker } from '../../../parts/rack/OrderPicker';
import { saySlot, Sheet, slotClass } from '../../../parts/rack/SlotView';
import { useArrangement } from '../../../parts/rack/useArrangement';
import { Button } from '../../../parts/ui/Button';
import { CellTable, type Spot } from '../../../parts/ui/CellTable';
import { sayCount, sayListName } from '../../../parts/ui/format';
import { useMedia } from '../../../parts/ui/useMedia';
import { api, type Course } from '../../../state/api';
import { linesOf } from '../linesOf';
import { RackHead } from '../RackHead';
import { rackPath } from '../RackViews';
import { RowName } from '../RowName';
import { useWall } from '../useWall';
import { NewestChoices } from './NewestChoices';
import { MOST_PIECES, isAny, type Wanted } from './newestOf';
import { useNewest } from './useNewest';
import { useWordInText } from './useWordInText';
import { isSeveral } from '../../../parts/courses/periods';

const SIZES = { head: 30, row: 140, heading: 28, column: 168 };
const SIDE_WIDTH = { wide: 196, narrow: 116 };

const mostChoice: KeptChoice<string> = {
  key: 'vestibul.rack.newest',
  values: Array.from({ length: MOST_PIECES }, (_, at) => String(at + 1)),
  first: '5',
};

/** The newest pieces of each student side by side, as many as are wanted, of all assignments or of those that are looked for. */
export function NewestPieces({ course, period }: { course: Course; period: string }) {
  const [asksFor, choose] = useChosen();
  const now = useNow();
  const zone = useZone();
  const arrangement = useArrangement();
  const most = Number(useKeptChoice(mostChoice));
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const data = useDeferredValue(rack.data);
  const wanted = useMemo(
    (): Wanted => ({
      word: asksFor.get('word') ?? '',
      form: asksFor.get('form') ?? '',
      state: submissionStates.find((state) => state === asksFor.get('state')) ?? '',
      group: (asksFor.get('group') ?? '') as GroupId | '',
    }),
    [asksFor],
  );
  const want = (key: keyof Wanted | 'most', value: string) => {
    if (key === 'most') keepChoice(mostChoice, value);
    else choose((search) => (value === '' ? search.delete(key) : search.set(key, value)));
  };
  const showEverything = () =>
    choose((search) => (Object.keys(wanted) as (keyof Wanted)[]).forEach((key) => search.delete(key)));
  const text = useWordInText(course.id, wanted.word);
  const everybody = useMemo(
    () => (data ? rowsOf(course, data, period, assignmentsFor(course, period, now), now, arrangement) : []),
    [course, data, period, now, arrangement],
  );
  const forms = useMemo(
    () => [...new Set((data?.slots ?? []).map(({ form }) => form).filter((form) => form !== ''))].toSorted(),
    [data],
  );
  const { shown, cameSince, showAll } = useNewest(
    everybody,
    wanted,
    text.found,
    most,
    JSON.stringify([period, wanted, most, text.key]),
  );
  const wall = useWall({
    course,
    period,
    rows: shown,
    columns: Array.from({ length: most }, (_, at) => String(at)),
    first: 0,
    seriesOf: () => shown.flatMap(({ places }) => places.filter((place) => place !== null)),
  });
  const lines = useMemo(() => linesOf(course, shown, isSeveral(period)), [course, shown, period]);
  const side = useMedia('(min-width: 48rem)') ? SIDE_WIDTH.wide : SIDE_WIDTH.narrow;
  const placeAt = ({ row, column }: Spot) => shown[row]?.places[column] ?? null;
  return (
    <Hall
      course={course}
      place="Rack"
      period={period}
      pathFor={(door) =>
        rackPath(
          course.id,
          door,
          'newest',
          // A small group is one period's.
          Object.fromEntries(Object.entries({ ...wanted, group: '' }).filter(([, value]) => value !== '')),
        )
      }
      strip={wall.strip}
      keys={[
        { keys: ['←', '→', '↑', '↓'], does: 'move' },
        { keys: ['Space'], does: 'glance' },
        { keys: ['r'], does: 'review' },
        { keys: ['?'], does: 'keyboard and symbols' },
      ]}
    >
      <RackHead
        course={course}
        period={period}
        view="newest"
        title={<h1>Newest work</h1>}
        line={
          <NewestChoices
            course={course}
            period={period}
            forms={forms}
            wanted={wanted}
            most={most}
            onWant={want}
          />
        }
      >
        {cameSince > 0 ? (
          <Button look="go" onClick={showAll}>
            Show {sayCount(cameSince, 'new piece')}
          </Button>
        ) : null}
        {text.says ? (
          <p role="status" className="text-small text-ink-2">
            {text.says}
          </p>
        ) : null}
        <OrderPicker />
      </RackHead>
      {rack.error && !rack.data ? (
        <Failed failure={rack.error} onRetry={() => void rack.refetch()} />
      ) : !data ? (
        <Loading what="Reading the rack" />
      ) : everybody.length === 0 ? (
        <Empty title="No students here yet">
          <p>The newest work of each student is shown here, side by side.</p>
        </Empty>
      ) : shown.length === 0 ? (
        <Empty title="No work matches">
          <p>Try another word, kind, state or group.</p>
          <Button look="go" onClick={showEverything}>
            Show all work
          </Button>
        </Empty>
      ) : (
        <CellTable
          label="Newest work"
          lines={lines}
          sizes={{ ...SIZES, side }}
          {...wall.table}
          sideHead={
            <span
              role="columnheader"
              aria-colindex={1}
              className="flex-1 self-end px-2 py-1 text-small font-semibold text-ink-2"
            >
              Student
            </span>
          }
          side={(row) => <RowName course={course} period={period} row={shown[row]!} wraps />}
          head={(column) => (
            <span className="flex h-full items-end px-2 py-1 text-small text-ink-2">
              {column === 0 ? 'newest' : column + 1}
            </span>
          )}
          cell={(at) => {
            const place = placeAt(at);
            if (!place?.slot?.turnedInAt)
              return at.column === 0 && isAny(wanted) ? (
                <span className="m-auto text-small text-ink-2">nothing in yet</span>
              ) : null;
            const { student, slot, state, assignment } = place;
            return (
              <span className={`${slotClass(student, slot, state)} w-full`}>
                <span className="hole">
                  {slot.topPieceId ? (
                    <Thumbnail
                      source={pathOf('readThumbnail', { pieceId: slot.topPieceId })}
                      form={slot.form}
                      className="thumbnail"
                    />
                  ) : null}
                  <Sheet slot={slot} turnedInAt={slot.turnedInAt!} state={state} now={now} zone={zone} />
                </span>
                <span className="slot-name">
                  <b>{assignment.title}</b>
                </span>
              </span>
            );
          }}
          labelOf={(at) => {
            const place = placeAt(at);
            return place
              ? `${place.assignment.title}, ${saySlot(place.student, place.slot, place.state)}`
              : `${sayListName(shown[at.row]!.student)}: nothing ${at.column === 0 ? 'in yet' : 'more'}`;
          }}
          cellClass={(at, isHere) =>
            `flex p-1 ${placeAt(at) ? 'cursor-pointer' : ''} ${isHere ? 'bg-brass-soft outline-3 -outline-offset-3 outline-brass-mark' : ''}`
          }
        />
      )}
      {wall.glance}
    </Hall>
  );
}
