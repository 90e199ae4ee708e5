import { Suspense, lazy, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { sayDuration, type AssignmentId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { sayCount, sayDueDay, sayExactly, sayMoment } from '../../parts/ui/format';
import { Markdown } from '../../parts/ui/Markdown';
import { sayLateRule } from '../../parts/review/sayScore';
import { RubricView } from '../../parts/review/RubricView';
import { announce } from '../../parts/messages/announce';
import { Empty, Read } from '../../parts/messages/States';
import { NotYet } from '../../parts/hall/NotYet';
import { usePress } from '../../parts/hall/usePress';
import { useNow } from '../../parts/hall/useNow';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useZone } from '../../parts/hall/useSession';
import { api, type Receipt } from '../../state/api';
import { useAppSelector } from '../../state/store';
import { CopyLink } from './CopyLink';
import { ReceiptView } from './ReceiptView';
import { sayInTime } from './sayInTime';
import { sayWhoSees } from './sayWhoSees';
import { StateMark } from './StateMark';
import { currentAssignment } from './currentAssignment';
import { StudentFrame } from './StudentFrame';
import { Tray } from './Tray';

/** Where a student turns something in. */
export function TurnIn() {
  usePageTitle('Turn in');
  const { assignmentId } = useParams();
  return assignmentId ? (
    <TurnInOne key={assignmentId} id={assignmentId as AssignmentId} />
  ) : (
    <TurnInWhatIsDue />
  );
}

/** Whoever comes before it is known what is due next waits for it here. */
function TurnInWhatIsDue() {
  const mine = api.useListMyAssignmentsQuery();
  const now = useNow();
  return (
    <StudentFrame place="Turn in">
      <Read of={mine} what="Looking for what is due">
        {(data) => {
          const current = currentAssignment(data, now);
          return current ? (
            <Navigate replace to={`/turn-in/${current.id}`} />
          ) : (
            <Empty title="Nothing to turn in">
              <p>When a teacher gives your period an assignment, you turn it in here.</p>
            </Empty>
          );
        }}
      </Read>
    </StudentFrame>
  );
}

function TurnInOne({ id }: { id: AssignmentId }) {
  const tray = api.useReadTrayQuery({ params: { assignmentId: id } });
  return (
    <StudentFrame
      place="Turn in"
      {...(tray.data
        ? { title: tray.data.courseTitle, subtitle: `${tray.data.period} · ${tray.data.teachers[0] ?? ''}` }
        : {})}
    >
      <Read of={tray} what="Opening your tray">
        {(data) => <TurnInPage id={id} tray={data} />}
      </Read>
    </StudentFrame>
  );
}

interface TurnInPageProps {
  id: AssignmentId;
  tray: AnswerOf<'readTray'>;
  /** Whether it is only looked at. */
  isPreview?: boolean;
}

/** What a student sees of an assignment, and does with it. */
export function TurnInPage({ id, tray, isPreview = false }: TurnInPageProps) {
  const params = { assignmentId: id };
  const zone = useZone();
  const now = useNow(1000);
  const navigate = useNavigate();
  const [turnIn, { isLoading }] = api.useTurnInMutation();
  const [receipt, setReceipt] = useState<Receipt | null>(null);
  const sending = useAppSelector((state) => state.tray).filter((one) => one.assignmentId === id);

  const onTheirWay = sending.filter((one) => one.status !== 'failed').length;
  const arrived = tray.uploads.filter((upload) => upload.arrived);
  const isReady = arrived.length > 0 && onTheirWay === 0;
  const again = tray.receipts.some(({ counts }) => counts);
  // The one press both agrees to the proper names and turns in: nothing more to do in the last minute.
  const asksForNames = tray.naming.offRule === 'ask' && arrived.some(({ faults }) => faults.length > 0);

  const press = usePress(
    (key) =>
      turnIn({
        params,
        body: { key, uploadIds: arrived.map((upload) => upload.id), namesAgreed: asksForNames },
      }),
    (answer) => {
      setReceipt(answer);
      announce(
        `It arrived: ‘${tray.assignment.title}’, ${sayInTime(answer)}, ${sayExactly(answer.at, zone)}.`,
      );
    },
  );

  if (receipt) {
    return (
      <div className="flex flex-1 flex-col gap-4">
        <ReceiptView receipt={receipt} title={tray.assignment.title} isNew />
        <div className="mt-auto grid gap-2.5">
          <Button look="go" className="py-3.5!" onClick={() => void navigate('/today')}>
            Done
          </Button>
          <Button onClick={() => setReceipt(null)}>Turn in something more</Button>
        </div>
      </div>
    );
  }
  return (
    <>
      <h1 className="text-[2.2rem]!">{tray.assignment.title}</h1>
      <DueWords tray={tray} now={now} zone={zone} />
      {tray.sentBack ? <SentBack word={tray.sentBack} zone={zone} /> : null}
      {again ? <AlreadyIn tray={tray} zone={zone} /> : null}
      <Directions assignment={tray.assignment} folded={again} />
      <HandedOut copies={tray.copies} />
      <Wanted tray={tray} count={arrived.length + onTheirWay} />
      <Tray id={id} tray={tray} sending={sending} isPreview={isPreview} />
      {asksForNames ? (
        <p className="mx-0.5 mt-4 rounded-lg bg-brass-soft px-3 py-2 text-ink">
          Names follow a rule here. Your files get the names you see above; the old names stay on the record.
        </p>
      ) : null}
      <p className="mx-0.5 my-4 text-ink-2">{sayWhoSees(tray)}</p>
      <div className="sticky bottom-13 mt-auto bg-wall pt-2 pb-3">
        <NotYet press={press} />
        <Button
          look="go"
          className="w-full rounded-xl! py-4! text-xl!"
          disabled={!isReady || isLoading || press.waits}
          onClick={press.press}
        >
          {onTheirWay > 0
            ? `${sayCount(onTheirWay, 'file')} on the way …`
            : arrived.length === 0
              ? 'Turn in'
              : asksForNames
                ? `Agree to ${arrived.length === 1 ? 'the name' : 'the names'} and turn in`
                : `Turn in ${sayCount(arrived.length, 'piece')}${again ? ' again' : ''}`}
        </Button>
      </div>
    </>
  );
}

function DueWords({ tray, now, zone }: { tray: AnswerOf<'readTray'>; now: number; zone: string }) {
  const left = Date.parse(tray.due) - now;
  const grace = tray.assignment.graceMinutes * 60_000;
  return (
    <p className="mt-1.5 mb-4 text-[1.1rem] text-ink-2">
      {left >= 0 ? 'Due' : 'Was due'} {sayDueDay(tray.due, now, zone)}{' '}
      {left >= 0 ? (
        <b className="ml-1 rounded-[5px] bg-brass-soft px-2 py-0.5 whitespace-nowrap text-ink">
          in {sayDuration(left)}
        </b>
      ) : tray.receipts.some(({ counts }) => counts) || tray.state === 'excused' ? null : -left <= grace ? (
        <b className="ml-1 rounded-[5px] bg-brass-soft px-2 py-0.5 text-ink">
          still in time for {sayDuration(grace + left)}
        </b>
      ) : (
        <b className="ml-1 rounded-[5px] bg-brick-soft px-2 py-0.5 whitespace-nowrap text-brick">
          late by {sayDuration(-left)} now
        </b>
      )}
    </p>
  );
}

type Assignment = AnswerOf<'readTray'>['assignment'];

/** What is to be done, and how it is scored. Once something is in, it is folded away, so that the tray is at hand. */
function Directions({ assignment, folded }: { assignment: Assignment; folded: boolean }) {
  const { directions, scoring, lateRule } = assignment;
  if (!directions && scoring.kind === 'none') return null;
  const inside = (
    <div className="grid gap-2.5">
      {directions ? (
        <div className="border-l-3 border-line pl-3">
          <Markdown text={directions} />
        </div>
      ) : null}
      <RubricView scoring={scoring} />
      {scoring.kind === 'none' || lateRule.kind === 'none' ? null : <p>{sayLateRule(lateRule, scoring)}</p>}
    </div>
  );
  if (!folded) return <div className="mb-4">{inside}</div>;
  return (
    <details className="mb-4">
      <summary className="mb-2 w-fit cursor-pointer rounded font-semibold text-act">Directions</summary>
      {inside}
    </details>
  );
}

/** What was handed out with the assignment, as the student's own copies. */
function HandedOut({ copies }: { copies: AnswerOf<'readTray'>['copies'] }) {
  if (copies.length === 0) return null;
  return (
    <section aria-label="Handed out to you" className="mb-4 grid gap-1.5">
      {copies.map((copy) => (
        <CopyLink key={copy.id} copy={copy} />
      ))}
    </section>
  );
}

/** What kinds and how many files are wished for, and whether the tray is that. Nothing is refused for it. */
function Wanted({ tray, count }: { tray: AnswerOf<'readTray'>; count: number }) {
  const { forms, files } = tray.assignment.wants;
  if (forms.length === 0 && files === null) return null;
  const others = tray.uploads.filter(
    (upload) => forms.length > 0 && !(forms as string[]).includes(upload.form),
  );
  const kinds = forms.length > 0 ? forms.join(' or ') : '';
  const wish =
    files === null ? `Wanted: ${kinds}.` : `Wanted: ${sayCount(files, 'file')}${kinds ? `, ${kinds}` : ''}.`;
  const differs = [
    others.length > 0 ? `‘${others[0]!.originalName}’ is ${others[0]!.form}.` : '',
    files !== null && count > 0 && count !== files
      ? `${sayCount(count, 'file is', 'files are')} in the tray.`
      : '',
  ].filter(Boolean);
  return (
    <p className="mb-3 text-ink-2">
      {wish}{' '}
      {differs.length > 0 ? (
        <b className="font-semibold text-ink">{differs.join(' ')} You can still turn it in.</b>
      ) : null}
    </p>
  );
}

/** What the teacher said when sending the work back: it is to be turned in again. */
function SentBack({ word, zone }: { word: NonNullable<AnswerOf<'readTray'>['sentBack']>; zone: string }) {
  return (
    <div className="mb-4 grid gap-1 rounded-xl border-l-4 border-brass-mark bg-surface px-4 py-3">
      <p className="text-lg [overflow-wrap:anywhere] whitespace-pre-wrap">{word.word}</p>
      <p className="text-small text-ink-2">
        Sent back {sayMoment(word.at, zone)}. Your pieces are in the tray; turn them in again.
      </p>
    </div>
  );
}

// What most presses on this page do not need comes when it is asked for.
const TakeBack = lazy(() => import('./TakeBack').then(({ TakeBack: view }) => ({ default: view })));

/** What is in now: the attempt that counts. */
function AlreadyIn({ tray, zone }: { tray: AnswerOf<'readTray'>; zone: string }) {
  const [takesBack, setTakesBack] = useState(false);
  const newest = tray.receipts.find(({ counts }) => counts)!;
  return (
    <div className="mb-4 grid gap-1.5 rounded-xl border border-line bg-surface px-4 py-3">
      <p className="flex flex-wrap items-center gap-2">
        <StateMark state={tray.state} late={newest.lateMs > 0} />
        <span>
          {sayMoment(newest.at, zone)}
          {newest.lateMs > 0 ? ` · late by ${sayDuration(newest.lateMs)}` : newest.due ? ' · in time' : ''}
        </span>
      </p>
      {newest.inClass ? (
        <p className="text-ink-2">Shown in class. Your teacher wrote this down of it:</p>
      ) : null}
      <ul className="grid list-none gap-1 p-0">
        {newest.pieces.map((piece) => (
          <li key={piece.id}>
            <code className="text-small [overflow-wrap:anywhere]">{piece.name}</code>
          </li>
        ))}
      </ul>
      {tray.mayTakeBack && !takesBack ? (
        <button
          type="button"
          className="justify-self-start rounded font-semibold text-act underline"
          onClick={() => setTakesBack(true)}
        >
          Take back
        </button>
      ) : null}
      {tray.mayTakeBack && takesBack && tray.submissionId ? (
        <Suspense>
          <TakeBack
            submissionId={tray.submissionId}
            receipts={tray.receipts}
            counting={tray.assignment.counting}
            onDone={() => setTakesBack(false)}
          />
        </Suspense>
      ) : null}
      {tray.submissionId ? (
        <Link
          className="justify-self-start rounded font-semibold text-act"
          to={`/handed-back/${tray.submissionId}`}
        >
          Receipt and comments
        </Link>
      ) : null}
      {tray.assignment.afterwards === 'period' ? (
        <Link
          className="justify-self-start rounded font-semibold text-act"
          to={`/turn-in/${tray.assignment.id}/period`}
        >
          What the others of {tray.period} turned in
        </Link>
      ) : null}
    </div>
  );
}
