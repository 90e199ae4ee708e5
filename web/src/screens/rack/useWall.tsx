import { Suspense, lazy, useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import type { PersonId } from '@vestibul/core';
import { placePath } from '../../parts/hall/places';
import { useZone } from '../../parts/hall/useSession';
import { tell } from '../../parts/messages/Notices';
import { stripFor } from '../../parts/naming/stripFor';
import type { Place, StudentRow } from '../../parts/rack/courseWork';
import { THROUGH_YEAR } from '../../parts/review/throughYear';
import { nearestSpot, stepOf, type Spot } from '../../parts/ui/CellTable';
import { sayName } from '../../parts/ui/format';
import { useKeys } from '../../parts/ui/useKeys';
import type { Course } from '../../state/api';
import { rackPath } from './RackViews';

const loadGlance = () => import('./Glance');
const Glance = lazy(() => loadGlance().then(({ Glance: view }) => ({ default: view })));

interface Wall {
  course: Course;
  period: string;
  rows: readonly StudentRow[];
  /** What tells one column from another, also when others come before it. */
  columns: readonly string[];
  /** The column to begin with. */
  first: number;
  /** What is gone through in the glance from a cell. */
  seriesOf: (at: Spot) => readonly Place[];
}

/** Students × pieces: which one is meant, the keys that go on from there, and the glance at it. */
export function useWall({ course, period, rows, columns, first, seriesOf }: Wall) {
  const navigate = useNavigate();
  const zone = useZone();
  const frame = useRef<HTMLDivElement>(null);
  const [chosen, setChosen] = useState<{ student: PersonId; column: string } | null>(null);
  const [glances, setGlances] = useState(false);
  useEffect(() => void loadGlance(), []);
  const size = { rows: rows.length, columns: columns.length };
  // Kept by whose it is and of what: rows come and go.
  const spot: Spot = {
    row: Math.max(
      0,
      rows.findIndex(({ student }) => student.id === chosen?.student),
    ),
    column: Math.max(0, chosen ? columns.indexOf(chosen.column) : first),
  };
  const row = rows[spot.row];
  const place = row?.places[spot.column] ?? null;
  const choose = (to: Spot) => {
    const at = nearestSpot(to, size);
    const [student, column] = [rows[at.row]?.student.id, columns[at.column]];
    if (student && column !== undefined) setChosen({ student, column });
  };
  const goTo = (to: Spot) => {
    frame.current?.focus();
    choose(to);
  };
  const press = (to: Spot) => {
    // What is being pressed must not slide away under the finger.
    frame.current?.focus({ preventScroll: true });
    choose(to);
  };
  const look = (at: Spot) => {
    if (rows[at.row]?.places[at.column]) setGlances(true);
  };
  const toDesk = (more: Record<string, string> = {}) => {
    if (!place) return;
    if (!place.slot?.id) return tell(`${sayName(place.student)} has nothing in yet.`);
    const { assignment, student } = place;
    void navigate(
      placePath(course.id, 'Review desk', period, {
        assignment: assignment.id,
        student: student.id,
        ...more,
      }),
    );
  };
  const toSlots = () => {
    if (!place) return;
    const { assignment, student } = place;
    void navigate(rackPath(course.id, period, 'slots', { assignment: assignment.id, student: student.id }));
  };
  const walk = (by: number) => goTo({ row: spot.row + by, column: spot.column });
  useKeys(
    { j: () => walk(1), k: () => walk(-1), ' ': () => look(spot), y: () => toDesk(THROUGH_YEAR) },
    !glances,
  );
  // In the glance too, also while it is only just opening.
  useKeys({ r: () => toDesk() });
  const pressKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const step = stepOf(event.key, spot);
    if (!step && event.key !== 'Enter') return;
    event.preventDefault();
    if (step) goTo(step);
    else toSlots();
  };
  const series = glances && place ? seriesOf(spot) : [];
  const at = place ? series.indexOf(place) : -1;
  const columnOf = (of: Place) =>
    rows
      .find(({ student }) => student.id === of.student.id)
      ?.places.findIndex((one) => one?.assignment.id === of.assignment.id) ?? -1;
  return {
    spot,
    row,
    place,
    goTo,
    strip: row ? stripFor(course, row.student, place?.slot, zone) : null,
    table: {
      frame,
      ...size,
      spot,
      onPress: press,
      onClick: look,
      onKeyDown: pressKey,
    },
    glance:
      at >= 0 ? (
        <Suspense>
          <Glance
            course={course}
            places={series}
            at={at}
            onMove={(to) => setChosen({ student: to.student.id, column: columns[columnOf(to)] ?? '' })}
            onReview={() => toDesk()}
            onClose={() => setGlances(false)}
            onClosed={() => frame.current?.focus()}
          />
        </Suspense>
      ) : null,
  };
}
