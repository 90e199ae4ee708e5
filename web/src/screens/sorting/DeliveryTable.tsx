import { useState, type ReactNode } from 'react';
import { pathOf, type AnswerOf } from '@vestibul/contract';
import type { AssignmentId, PersonId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { TitleOptions } from '../../parts/assignments/TitleOptions';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayCount, sayListName, sayMoment, sayName } from '../../parts/ui/format';
import { Hall } from '../../parts/hall/Hall';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { Pages } from '../../parts/ui/Pages';
import { PieceView } from '../../parts/piece/PieceView';
import { usePiecesAhead } from '../../parts/piece/usePiecesAhead';
import { mayRun, placePath } from '../../parts/hall/places';
import { Empty, Read } from '../../parts/messages/States';
import { useKeys } from '../../parts/ui/useKeys';
import { useSwipe } from '../../parts/ui/useSwipe';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course, type RackStudent } from '../../state/api';

type Delivery = AnswerOf<'listDeliveries'>['deliveries'][number];

/** What came by side doors with a name given by hand, until somebody says whose it is. */
export function DeliveryTable({ course, period, tabs }: { course: Course; period: string; tabs: ReactNode }) {
  const zone = useZone();
  const [pages, setPages] = useState<string[]>([]);
  const [chosen, setChosen] = useState<Delivery['id'] | null>(null);
  const waiting = api.useListDeliveriesQuery({
    params: { courseId: course.id },
    query: { after: pages.at(-1) ?? '' },
  });
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const deliveries = waiting.data?.deliveries ?? [];
  const at = Math.max(
    0,
    deliveries.findIndex(({ id }) => id === chosen),
  );
  const selected = deliveries[at];
  const step = (by: number) => setChosen(deliveries[at + by]?.id ?? chosen);
  usePiecesAhead(deliveries.slice(at + 1).map((delivery) => lyingOf(delivery, delivery.pieces[0]!)));
  const swipe = useSwipe(step);
  useKeys({ j: () => step(1), k: () => step(-1) });
  return (
    <Hall
      course={course}
      place="Sorting table"
      period={period}
      pathFor={(door) => placePath(course.id, 'Sorting table', door)}
      strip={
        selected
          ? {
              segments: [{ text: selected.pieces[0]?.originalName ?? '', part: null }],
              verdict: 'waits to be placed',
              note: 'given by',
              noteCode: selected.name,
            }
          : null
      }
      keys={[{ keys: ['j', 'k'], does: 'next, back' }]}
    >
      <header className="mb-3 flex items-end gap-4">
        <h1>Sorting table</h1>
        {tabs}
      </header>
      <Read of={waiting} what="Reading the table">
        {(data) =>
          data.deliveries.length === 0 || !selected ? (
            <Empty title="The table is empty">
              <p>Work from a side door waits here until you say whose it is.</p>
            </Empty>
          ) : (
            <Read of={rack} what="Reading the roster">
              {({ students }) => (
                <div className="grid min-h-0 flex-1 grid-cols-[270px_1fr_310px] gap-3.5 max-lg:grid-cols-1">
                  <div className="grid min-h-0 content-start gap-2 overflow-y-auto">
                    <ul aria-label="On the table" className="grid list-none content-start gap-1.5 p-0">
                      {data.deliveries.map((delivery) => (
                        <li key={delivery.id}>
                          <button
                            type="button"
                            aria-pressed={delivery.id === selected.id}
                            onClick={() => setChosen(delivery.id)}
                            className="grid w-full gap-0.5 rounded-lg border border-line bg-surface px-3 py-2 text-left text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft"
                          >
                            <b className="font-semibold [overflow-wrap:anywhere]">{delivery.name}</b>
                            <span className="text-small text-ink-2">
                              {sayMoment(delivery.at, zone)} · {sayCount(delivery.pieces.length, 'file')}
                            </span>
                          </button>
                        </li>
                      ))}
                    </ul>
                    <Pages of="the table" pages={pages} next={data.next} onTurn={setPages} byTime />
                  </div>
                  <Lying key={`lies ${selected.id}`} delivery={selected} swipe={swipe} />
                  <Deciding key={selected.id} course={course} delivery={selected} students={students} />
                </div>
              )}
            </Read>
          )
        }
      </Read>
    </Hall>
  );
}

/** A piece of a delivery as it is looked at. */
const lyingOf = ({ id }: Delivery, piece: Delivery['pieces'][number]) => ({
  ...piece,
  name: piece.originalName,
  source: pathOf('readDelivered', { deliveryId: id, uploadId: piece.id }),
});

/** What lies there, to be looked at before it is placed. */
function Lying({ delivery, swipe }: { delivery: Delivery; swipe: ReturnType<typeof useSwipe> }) {
  const [chosen, setChosen] = useState(delivery.pieces[0]!.id);
  const piece = delivery.pieces.find(({ id }) => id === chosen) ?? delivery.pieces[0]!;
  return (
    <section
      aria-label="The work"
      {...swipe}
      className="flex min-h-[50dvh] min-w-0 flex-col gap-2.5 overflow-hidden rounded-plate border border-line bg-ground p-3 lg:min-h-0"
    >
      {delivery.pieces.length > 1 ? (
        <div role="group" aria-label="Files" className="flex flex-wrap gap-1.5">
          {delivery.pieces.map(({ id, originalName }) => (
            <button
              key={id}
              type="button"
              aria-pressed={id === piece.id}
              onClick={() => setChosen(id)}
              className="rounded-md border border-edge bg-surface px-2.5 py-1 text-small text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-bold"
            >
              {originalName}
            </button>
          ))}
        </div>
      ) : null}
      <PieceView piece={lyingOf(delivery, piece)} />
    </section>
  );
}

const whyWords: Record<Delivery['candidates'][number]['why'], string> = {
  'address confirmed': 'the confirmed address is theirs',
  'address given': 'the address given is theirs; it was not confirmed',
  name: 'the name fits',
};

interface DecidingProps {
  course: Course;
  delivery: Delivery;
  students: readonly RackStudent[];
}

/** Whose it is: the likeliest first, then everybody. */
function Deciding({ course, delivery, students }: DecidingProps) {
  const [place, placing] = api.usePlaceDeliveryMutation();
  const [turnAway, turning] = api.useTurnAwayMutation();
  const [decideAgain] = api.useDecideAgainMutation();
  const [assignmentId, setAssignmentId] = useState<string>(delivery.assignmentId ?? '');
  const [somebody, setSomebody] = useState('');
  const byId = new Map(students.map((student) => [student.id, student]));
  const labelOf = new Map(course.periods.map(({ id, label }) => [id, label]));
  const params = { deliveryId: delivery.id };
  const runs = mayRun(course);
  // By the time it is pressed another delivery may lie here.
  const again = () =>
    void decideAgain({ params }).then(({ error }) =>
      error ? tellFailure(error) : tell(`${delivery.name} is on the table again.`),
    );
  const act = async (studentId: PersonId) => {
    const body = { studentId, assignmentId: assignmentId as AssignmentId };
    const { error } = await place({ params, body });
    if (error) tellFailure(error);
    else tell(`Placed with ${sayName(byId.get(studentId)!)}.`, again);
  };
  const away = async () => {
    const { error } = await turnAway({ params });
    if (error) tellFailure(error);
    else tell('Rejected. It stays on the ledger.', again);
  };
  const isBusy = placing.isLoading || turning.isLoading;
  return (
    <section aria-label="Whose it is" className="flex min-h-0 flex-col gap-3.5 overflow-y-auto">
      <div>
        <h2 className="font-display text-xl leading-tight text-ink [overflow-wrap:anywhere]">
          {delivery.name}
        </h2>
        <p className="text-ink-2 [overflow-wrap:anywhere]">
          {delivery.email
            ? `${delivery.email}, ${delivery.isConfirmed ? 'confirmed' : 'not confirmed'}`
            : 'no address given'}
        </p>
      </div>
      <Field label="For">
        <select
          className={inputClass}
          value={assignmentId}
          disabled={!runs}
          onChange={(event) => setAssignmentId(event.target.value)}
        >
          <option value="">Choose the assignment</option>
          <TitleOptions of={course.assignments} />
        </select>
      </Field>
      {delivery.candidates.length > 0 ? (
        <ul aria-label="Likeliest" className="grid list-none gap-2 p-0">
          {delivery.candidates.map(({ id, why }) => {
            const student = byId.get(id);
            return student ? (
              <li key={id} className="grid gap-1.5 rounded-lg border border-line bg-surface p-3">
                <p>
                  <b className="font-semibold">{sayListName(student)}</b>{' '}
                  <span className="text-small text-ink-2">{labelOf.get(student.periodId)}</span>
                  <span className="block text-small text-ink-2">{whyWords[why]}</span>
                </p>
                {runs ? (
                  <Button look="go" disabled={isBusy || !assignmentId} onClick={() => void act(id)}>
                    Place with {sayName(student)}
                  </Button>
                ) : null}
              </li>
            ) : null;
          })}
        </ul>
      ) : (
        <p>No student matches this name.</p>
      )}
      {runs ? (
        <>
          <div className="grid gap-2">
            <Field label="Another student">
              <select
                className={inputClass}
                value={somebody}
                onChange={(event) => setSomebody(event.target.value)}
              >
                <option value="">Choose a student</option>
                {students
                  .filter(({ leftAt }) => leftAt === null)
                  .map((student) => (
                    <option key={student.id} value={student.id}>
                      {sayListName(student)}, {labelOf.get(student.periodId)}
                    </option>
                  ))}
              </select>
            </Field>
            <Button
              disabled={isBusy || !assignmentId || !somebody}
              onClick={() => void act(somebody as PersonId)}
            >
              Place there
            </Button>
          </div>
          <Button look="quiet" className="mt-auto" disabled={isBusy} onClick={() => void away()}>
            Reject: not from this course
          </Button>
        </>
      ) : null}
    </section>
  );
}
