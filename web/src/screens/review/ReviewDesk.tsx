import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { wordsToCover, type PieceId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { hasWork, tallyOf, type Place } from '../../parts/rack/courseWork';
import { useNextAhead } from '../../parts/rack/useNextAhead';
import { DriftNote } from '../../parts/piece/DriftNote';
import { Hall } from '../../parts/hall/Hall';
import { CoveredNames } from '../../parts/piece/CoveredNames';
import { PlacesContext } from '../../parts/piece/places/usePlaces';
import { PieceTabs } from '../../parts/piece/PieceTabs';
import { BesideButton, BesideView } from '../../parts/piece/beside/BesideView';
import { useBeside } from '../../parts/piece/beside/useBeside';
import { PieceView } from '../../parts/piece/PieceView';
import { placePath } from '../../parts/hall/places';
import { announce } from '../../parts/messages/announce';
import { Empty, Read } from '../../parts/messages/States';
import { stripFor, stripForPiece, type StripPiece } from '../../parts/naming/stripFor';
import { useCoursePage } from '../../parts/courses/useCoursePage';
import { useKeys } from '../../parts/ui/useKeys';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useSeen } from '../../parts/rack/useSeen';
import { useZone } from '../../parts/hall/useSession';
import { api, type Course, type Submission } from '../../state/api';
import { AssignmentPicker } from '../../parts/rack/AssignmentPicker';
import { DueLine } from '../../parts/rack/DueLine';
import { THROUGH_YEAR } from '../../parts/review/throughYear';
import { HandBackButton } from '../../parts/review/HandBackButton';
import { coverWork } from '../../parts/review/coverWork';
import { sayListName, sayName } from '../../parts/ui/format';
import { useLatest } from '../../parts/ui/useLatest';
import { DeskPile } from './DeskPile';
import { QueueChoices, showAll } from './QueueChoices';
import { keyOf, workNumbers } from './queue';
import { useLooking } from './useLooking';
import { useQueue } from './useQueue';
import { ReviewPanel } from './ReviewPanel';
import { useDeskPlaces } from './useDeskPlaces';

/** The review desk: reading, commenting, handing back, one student after another. */
export function ReviewDesk() {
  const { course, period } = useCoursePage();
  usePageTitle('Review desk');
  return <Read of={course}>{(data) => <DeskOf course={data} period={period} />}</Read>;
}

function DeskOf({ course, period }: { course: Course; period: string }) {
  const navigate = useNavigate();
  const zone = useZone();
  const queued = useQueue(course, period);
  const { rack, assignments, assignment, isOfYear, all, queue, choices, choose, now } = queued;
  const { here: selected, empty, next, previous, nextToReview } = queued;
  const places = all.filter(hasWork);
  useSeen(course, selected?.slot);
  useNextAhead(selected ? queue.slice(queue.indexOf(selected) + 1) : []);

  const goOn = () =>
    nextToReview ? choose(nextToReview) : announce('That was the last one to review here.');
  // Whom one looks at stands in the address from the start, so that nobody who turns in meanwhile takes their place.
  const chooseFirst = useLatest(() => choose(selected));
  const first = queued.hasAsked ? undefined : selected?.student.id;
  useEffect(() => {
    if (first) chooseFirst();
  }, [first, chooseFirst]);
  const numbers = workNumbers(choices.isHidden ? (rack.data?.students ?? []) : [], assignment?.id ?? '');
  const isCovered = (place: Place) => choices.isHidden && place.state !== 'handed back';
  const coverOf = (place: Place) =>
    isCovered(place) ? { label: `Work ${numbers.get(place.student.id)}`, student: place.student } : null;
  const sayWhose = (place: Place) => coverOf(place)?.label ?? sayListName(place.student);
  const shown = selected && {
    id: keyOf(selected),
    says: isOfYear
      ? selected.assignment.title
      : (coverOf(selected)?.label ?? `${sayName(selected.student)}’s work`),
  };
  const pathOfYear = (place: Place, more: Record<string, string>) =>
    placePath(course.id, 'Review desk', period, {
      assignment: place.assignment.id,
      student: place.student.id,
      ...more,
    });
  const asked = selected ?? empty;
  const toYear = asked && !isCovered(asked) ? pathOfYear(asked, isOfYear ? {} : THROUGH_YEAR) : null;
  const [lying, setLying] = useState<Lying | null>(null);
  const isFirst = useRef(true);
  // Whoever hears the page hears whom they look at now; the first one they read.
  useEffect(() => {
    if (!shown) return;
    if (!isFirst.current) announce(`${shown.says} is shown.`);
    isFirst.current = false;
  }, [shown?.id]); // eslint-disable-line react-hooks/exhaustive-deps -- said when it is somebody else, not when they are read again
  useKeys({
    j: () => choose(next),
    k: () => choose(previous),
    y: toYear ? () => void navigate(toYear) : undefined,
  });
  return (
    <Hall
      course={course}
      place="Review desk"
      period={period}
      pathFor={(door) =>
        placePath(course.id, 'Review desk', door, assignment ? { assignment: assignment.id } : {})
      }
      strip={
        !selected
          ? null
          : isCovered(selected)
            ? HIDDEN
            : selected.slot && lying?.of === selected.slot.id
              ? stripForPiece(course, selected.student, selected.slot, lying.piece, zone)
              : stripFor(course, selected.student, selected.slot, zone)
      }
      keys={[
        { keys: ['j', 'k'], does: 'next, back' },
        { keys: ['c'], does: 'comment' },
        { keys: ['m'], does: 'mark a place' },
        { keys: [';'], does: 'phrase' },
        { keys: ['p'], does: 'private note' },
        { keys: ['r'], does: 'reviewed' },
        { keys: ['h'], does: 'hand back' },
      ]}
    >
      {!assignment ? (
        <Empty title="Nothing to review yet">
          <p>When this period has an assignment and work is turned in, it is here.</p>
        </Empty>
      ) : (
        <>
          <header className="mb-3 flex flex-wrap items-end gap-x-6.5 gap-y-2">
            <div className="min-w-0">
              {isOfYear && selected ? (
                <>
                  <h1>{sayName(selected.student)}</h1>
                  <p className="mt-1 text-ink-2">All work of the year</p>
                </>
              ) : (
                <>
                  <AssignmentPicker
                    assignments={assignments}
                    current={assignment}
                    onChoose={(id) =>
                      void navigate(placePath(course.id, 'Review desk', period, { assignment: id }))
                    }
                  />
                  <DueLine course={course} assignment={assignment} period={period} now={now} zone={zone} />
                </>
              )}
            </div>
            <p className="ml-auto text-ink-2">{tallyOf(places).toReview} to review</p>
            {isOfYear ? null : <HandBackButton course={course} places={places} sayWhose={sayWhose} />}
          </header>
          <Read of={rack} what="Reading the pile">
            {() =>
              selected?.slot?.id ? (
                <div className="grid min-h-0 flex-1 grid-cols-[250px_1fr_310px] gap-3.5 max-lg:min-h-176 max-lg:grid-cols-[minmax(0,1fr)_300px] max-lg:grid-rows-[auto_minmax(0,1fr)] max-md:min-h-0 max-md:flex-none max-md:grid-cols-1 max-md:grid-rows-none">
                  <div className="grid min-h-0 grid-rows-[auto_1fr] gap-2 md:max-lg:col-span-2">
                    {isOfYear ? (
                      <YearLink to={toYear} says="Everybody’s" />
                    ) : (
                      <QueueChoices course={course} />
                    )}
                    <DeskPile
                      course={course}
                      places={queue.filter(hasWork)}
                      selected={selected}
                      onChoose={choose}
                      says={isOfYear ? ({ assignment: of }) => of.title : sayWhose}
                      whatItLists={isOfYear ? 'Work through the year' : 'Students with something in'}
                      zone={zone}
                      now={now}
                    />
                  </div>
                  <Work
                    key={`${selected.slot.id} ${queued.piece}`}
                    asked={queued.piece as PieceId | null}
                    toYear={isOfYear ? null : toYear}
                    cover={coverOf(selected)}
                    submissionId={selected.slot.id}
                    course={course}
                    zone={zone}
                    onDone={goOn}
                    onPiece={setLying}
                  />
                </div>
              ) : empty ? (
                <Empty title={`Nothing from ${coverOf(empty)?.label ?? sayName(empty.student)}`}>
                  <p>Nothing of theirs is in now. What was taken back stays on the ledger.</p>
                  {(next ?? previous) ? (
                    <Button look="go" onClick={() => choose(next ?? previous)}>
                      {next ? 'Next' : 'Previous'} {isOfYear ? 'work' : 'student'}
                    </Button>
                  ) : null}
                  {isOfYear ? <YearLink to={toYear} says="Everybody’s" /> : null}
                </Empty>
              ) : queued.hasAny ? (
                <Empty title="Nothing here is what you chose">
                  <p>There is other work for this assignment.</p>
                  <Button look="go" onClick={() => showAll()}>
                    Show all
                  </Button>
                </Empty>
              ) : (
                <Empty title="Nothing turned in yet">
                  <p>Work is here as soon as it is turned in. The rack shows who has started.</p>
                  <Button
                    look="go"
                    onClick={() =>
                      void navigate(placePath(course.id, 'Rack', period, { assignment: assignment.id }))
                    }
                  >
                    To the rack
                  </Button>
                </Empty>
              )
            }
          </Read>
        </>
      )}
    </Hall>
  );
}

/** What stands in the name strip then. */
const HIDDEN = { segments: [], verdict: 'Names are hidden', note: 'until the work is handed back' };

/** What work is called whose student is hidden, and who that is. */
interface Cover {
  label: string;
  student: Place['student'];
}

/** From one student's work through the year to everybody's for the assignment, and back. */
function YearLink({ to, says }: { to: string | null; says: string }) {
  if (!to) return null;
  return (
    <Link to={to} className="flex min-h-6 items-center gap-2 rounded text-small font-semibold text-act">
      {says} <kbd aria-hidden="true">y</kbd>
    </Link>
  );
}

/** Where its student has taken back what lay here a moment ago. */
function TakenBack() {
  return (
    <Empty title="Taken back">
      <p>The student has taken this back. It stays on the ledger.</p>
    </Empty>
  );
}

interface WorkProps {
  /** Under what it is shown, while it is hidden whose it is. */
  cover: Cover | null;
  /** To all that its student did through the year; null where one is there, or it is hidden whose it is. */
  toYear: string | null;
  /** The piece that was looked for; else the first of what counts is shown. */
  asked: PieceId | null;
  submissionId: Submission['id'];
  course: Course;
  zone: string;
  onDone: () => void;
  /** Told which piece lies on the desk. */
  onPiece: (lying: Lying) => void;
}

/** The piece that lies on the desk, and of which work it is. */
interface Lying {
  of: Submission['id'];
  piece: StripPiece;
}

function Work({ submissionId, ...more }: WorkProps) {
  const submission = api.useReadSubmissionQuery({ params: { submissionId } });
  return (
    <Read of={submission} what="Opening the work">
      {(data) => <OpenWork submission={data} {...more} />}
    </Read>
  );
}

interface OpenWorkProps extends Omit<WorkProps, 'submissionId'> {
  submission: Submission;
}

function OpenWork({ asked, cover, toYear, submission, course, zone, onDone, onPiece }: OpenWorkProps) {
  const label = cover?.label;
  const covered = cover?.student;
  // The same as long as it is: places in it are looked for anew where it is another.
  const data = useMemo(() => (label ? coverWork(submission, label) : submission), [submission, label]);
  const coveredWords = useMemo(() => (covered ? wordsToCover(covered) : new Set<string>()), [covered]);
  const [chosen, setChosen] = useState(asked);
  const box = useRef<HTMLTextAreaElement>(null);
  const counting = data.attempts.find((attempt) => attempt.counts)?.attempt;
  const pieces = data.pieces.toSorted((a, b) => b.attempt - a.attempt || a.n - b.n);
  const current =
    pieces.find((piece) => piece.id === chosen) ??
    pieces.find((piece) => piece.attempt === counting) ??
    pieces[0];
  const at = data.attempts.find((attempt) => attempt.attempt === current?.attempt)?.at;
  useEffect(() => {
    if (current && at) onPiece({ of: submission.id, piece: { ...current, at } });
  }, [onPiece, submission.id, current, at]);
  useLooking(submission.id, !course.year.isOver);
  const beside = useBeside(course, data, pieces, current);
  const desk = useDeskPlaces(data, current, {
    isOpen: !course.year.isOver,
    write: () => box.current?.focus(),
    show: beside.close,
  });
  const choosePiece = (id: PieceId) => {
    beside.close();
    setChosen(id);
  };
  if (!current) return <TakenBack />;
  return (
    <PlacesContext value={desk.of.places}>
      <section
        aria-label="The work"
        className="flex min-w-0 flex-col gap-2.5 overflow-hidden rounded-plate border border-line bg-ground p-3 max-md:h-[75dvh] md:min-h-0"
      >
        <PieceTabs
          pieces={pieces}
          current={current}
          onChoose={setChosen}
          more={<BesideButton of={beside} />}
        />
        <DriftNote
          piece={current}
          zone={zone}
          onCompare={
            beside.other === null && beside.others.some(({ id }) => id === 'now')
              ? () => beside.openWith('now')
              : undefined
          }
        />
        <CoveredNames words={coveredWords}>
          {beside.other ? (
            <BesideView of={beside} piece={current} other={beside.other} />
          ) : (
            <PieceView piece={current} />
          )}
        </CoveredNames>
      </section>
      <ReviewPanel
        submission={data}
        isCovered={cover !== null}
        yearLink={<YearLink to={toYear} says="All their work" />}
        course={course}
        zone={zone}
        desk={desk}
        box={box}
        choosePiece={choosePiece}
        onDone={onDone}
      />
    </PlacesContext>
  );
}
