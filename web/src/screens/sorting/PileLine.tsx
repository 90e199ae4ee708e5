import { useEffect, useState } from 'react';
import { arrivedOf, type PileId, type PileState } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { sayBytes, sayList, sayListName, sayMoment } from '../../parts/ui/format';
import { tellFailure } from '../../parts/messages/Notices';
import { Pages } from '../../parts/ui/Pages';
import { mayRun } from '../../parts/hall/places';
import { ProgressBar } from '../../parts/ui/ProgressBar';
import { sayFailure } from '../../parts/messages/sentences';
import { Read } from '../../parts/messages/States';
import { useLeaveWarning } from '../../parts/ui/useLeaveWarning';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course } from '../../state/api';
import { useIsSending, useSending } from '../../state/pileSending';
import { useAppDispatch } from '../../state/store';
import { reasonWords, saidStates, sayAccount, stateNames } from './pileWords';

type Pile = AnswerOf<'listPiles'>[number];

/** How often a pile that is being worked on is looked at, in milliseconds. */
const LOOK_MS = 1000;

const stepWords: Record<Pile['state'], string> = {
  arriving: 'is on its way',
  'taking out': 'is being taken apart',
  reading: 'is being read',
  placing: 'is being placed',
  'no room': 'is waiting: the school’s disk is full. It continues when the office has made space',
  done: '',
  stopped: 'was stopped',
};

/** The newest pile with what became of all of it, and how far it is. */
export function PileLine({ course }: { course: Course }) {
  const zone = useZone();
  const params = { courseId: course.id };
  const [looks, setLooks] = useState(false);
  const [isGoing, setGoing] = useState(false);
  const { data } = api.useListPilesQuery({ params }, { pollingInterval: isGoing ? LOOK_MS : 0 });
  const going = data?.some(({ state }) => state !== 'done' && state !== 'stopped') ?? false;
  if (going !== isGoing) setGoing(going);
  // What the pile brings to the table is shown as it comes.
  const dispatch = useAppDispatch();
  const onTable = data?.[0]?.counts['to sort'] ?? 0;
  useEffect(() => {
    dispatch(api.util.invalidateTags(['Table']));
  }, [dispatch, onTable]);
  useLeaveWarning(useIsSending());
  const [newest] = data ?? [];
  const sending = useSending(newest?.id);
  if (!newest) return <p className="text-ink-2">No pile has been brought here yet.</p>;
  const { name, madeAt, counts, state } = newest;
  return (
    <div className="grid gap-1">
      <p className="text-ink-2" aria-live="polite">
        <b className="font-semibold text-ink [overflow-wrap:anywhere]">{name}</b>, {sayMoment(madeAt, zone)}
        {stepWords[state] ? <> {stepWords[state]}</> : null}: {sayAccount(counts)}{' '}
        <button type="button" className="underline" onClick={() => setLooks(true)}>
          What happened
        </button>
      </p>
      {state !== 'done' && state !== 'stopped' ? (
        <Going
          course={course}
          pile={newest}
          sent={sending ? sending.sent / Math.max(1, sending.total) : null}
        />
      ) : null}
      {sending && sending.failed.length > 0 ? (
        <p role="alert" className="text-small font-semibold text-brick">
          {sending.failed.length} not taken: ‘{sending.failed[0]!.path}’:{' '}
          {sayFailure(sending.failed[0]!.failure)}
        </p>
      ) : null}
      {looks ? <Account course={course} piles={data ?? []} onClose={() => setLooks(false)} /> : null}
    </div>
  );
}

/** How far a pile is, with the way to stop it. It goes on when the page is left. */
function Going({ course, pile, sent }: { course: Course; pile: Pile; sent: number | null }) {
  const [stop] = api.useStopPileMutation();
  const [end] = api.useEndSendingMutation();
  const { counts, state, done, total, onTheirWay } = pile;
  const arrived = arrivedOf(counts);
  const read = arrived === 0 ? 0 : (arrived - counts.reading) / arrived;
  const share = state === 'arriving' ? (sent ?? 0) : total > 0 ? done / total : read;
  const runs = mayRun(course);
  return (
    <div className="flex flex-wrap items-center gap-3">
      <ProgressBar
        label={`How far ‘${pile.name}’ is`}
        share={share}
        className="h-2 w-56 bg-hole"
        fill="bg-act"
      />
      <span className="text-small text-ink-2">You can leave this page; it continues.</span>
      {runs && state === 'arriving' && sent === null && onTheirWay === 0 ? (
        <Button
          onClick={() =>
            void end({ params: { pileId: pile.id } }).then(({ error }) => error && tellFailure(error))
          }
        >
          That was all of it
        </Button>
      ) : null}
      {runs ? (
        <Button
          look="quiet"
          onClick={() =>
            void stop({ params: { pileId: pile.id } }).then(({ error }) => error && tellFailure(error))
          }
        >
          Stop
        </Button>
      ) : null}
    </div>
  );
}

/** Everything that came in a pile, state by state, each with its reason. */
function Account({
  course,
  piles,
  onClose,
}: {
  course: Course;
  piles: readonly Pile[];
  onClose: () => void;
}) {
  const zone = useZone();
  const [chosen, setChosen] = useState<PileId>(piles[0]!.id);
  const [wanted, setWanted] = useState<PileState | null>(null);
  const [pages, setPages] = useState<string[]>([]);
  const pile = piles.find(({ id }) => id === chosen) ?? piles[0]!;
  const there = saidStates.filter((state) => pile.counts[state] > 0);
  const state = wanted !== null && there.includes(wanted) ? wanted : (there[0] ?? 'placed');
  const list = api.useReadPileQuery({
    params: { pileId: pile.id },
    query: { state, after: pages.at(-1) ?? '' },
  });
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const nameOf = new Map(rack.data?.students.map((student) => [student.id, sayListName(student)]));
  const titleOf = new Map(course.assignments.map(({ id, title }) => [id, title]));
  return (
    <Dialog
      title="What happened"
      description="Everything in the pile, where it is and why"
      open
      onClose={onClose}
      className="max-w-3xl"
    >
      {piles.length > 1 ? (
        <label className="grid gap-1">
          <span className="text-small font-semibold">Pile</span>
          <select
            className="rounded border border-edge bg-surface px-2.5 py-1.5 text-ink"
            value={pile.id}
            onChange={(event) => {
              setChosen(event.target.value as PileId);
              setPages([]);
            }}
          >
            {piles.map(({ id, name, madeAt }) => (
              <option key={id} value={id}>
                {name}, {sayMoment(madeAt, zone)}
              </option>
            ))}
          </select>
        </label>
      ) : null}
      <p>{sayAccount(pile.counts)}</p>
      <div role="group" aria-label="Show" className="flex flex-wrap gap-1.5">
        {there.map((known) => (
          <button
            key={known}
            type="button"
            aria-pressed={known === state}
            onClick={() => {
              setWanted(known);
              setPages([]);
            }}
            className="rounded-md border border-edge bg-surface px-2.5 py-1 text-small text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-bold"
          >
            {stateNames[known]}: {pile.counts[known]}
          </button>
        ))}
      </div>
      <Read of={list} what="Reading what came">
        {({ pieces, next }) => (
          <>
            <ul
              aria-label={stateNames[state]}
              className="grid max-h-[48dvh] list-none gap-1 overflow-y-auto p-0"
            >
              {pieces.map((piece) => (
                <li key={piece.id} className="grid gap-0.5 rounded border border-line px-2.5 py-1.5">
                  <code className="[overflow-wrap:anywhere]">{piece.path}</code>
                  <span className="text-small text-ink-2">
                    {[
                      sayBytes(piece.bytes),
                      state === 'placed'
                        ? `with ${sayList(piece.students.map((id) => nameOf.get(id) ?? '')) || 'whom you chose'}`
                        : '',
                      state === 'placed' && piece.assignmentId ? (titleOf.get(piece.assignmentId) ?? '') : '',
                      reasonWords[piece.reason],
                      piece.sameAs ? `as ‘${piece.sameAs}’` : '',
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </li>
              ))}
            </ul>
            <Pages of="what came" pages={pages} next={next} onTurn={setPages} />
          </>
        )}
      </Read>
    </Dialog>
  );
}
