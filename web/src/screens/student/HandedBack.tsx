import { Suspense, lazy, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { PieceId, SubmissionId } from '@vestibul/core';
import { buttonClass } from '../../parts/ui/Button';
import { sayCount, sayMoment } from '../../parts/ui/format';
import { Empty, Loading, Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useZone } from '../../parts/hall/useSession';
import { api, type Submission } from '../../state/api';
import { CommentList } from '../../parts/review/CommentList';
import { usePlacesOf } from '../../parts/review/usePlacesOf';
import { sayOutOf } from '../../parts/review/sayScore';
import { ScoreGiven } from '../../parts/review/ScoreGiven';
import { ReceiptView } from './ReceiptView';
import { NewMark, StateMark } from './StateMark';
import { StudentFrame } from './StudentFrame';

const TheWork = lazy(() => import('./TheWork').then(({ TheWork: view }) => ({ default: view })));

/** What came back, the newest first. */
export function HandedBack() {
  usePageTitle('Handed back');
  const { submissionId } = useParams();
  return (
    <StudentFrame place="Handed back">
      {submissionId ? <One key={submissionId} id={submissionId as SubmissionId} /> : <All />}
    </StudentFrame>
  );
}

function All() {
  const mine = api.useListMyAssignmentsQuery();
  const zone = useZone();
  return (
    <>
      <h1 className="mb-4">Handed back</h1>
      <Read of={mine} what="Reading handed-back work">
        {(assignments) => {
          const back = assignments
            .filter(({ handedBackAt }) => handedBackAt !== null)
            .toSorted((a, b) => (a.handedBackAt! < b.handedBackAt! ? 1 : -1));
          return back.length === 0 ? (
            <Empty title="Nothing handed back yet">
              <p>When a teacher hands work back, it is here with their comments.</p>
            </Empty>
          ) : (
            <ul className="grid list-none gap-2 p-0">
              {back.map((assignment) => (
                <li key={assignment.id}>
                  <Link
                    to={`/handed-back/${assignment.submissionId}`}
                    className="grid gap-0.5 rounded-lg border border-line bg-surface px-4 py-3 text-ink no-underline hover:border-edge"
                  >
                    <b className="font-semibold">
                      {assignment.title}
                      {assignment.isNew ? <NewMark /> : null}
                    </b>
                    <span className="text-small text-ink-2">
                      {assignment.courseTitle} · {sayMoment(assignment.handedBackAt!, zone)}
                      {assignment.score ? ` · ${sayOutOf(assignment.score)}` : ''}
                      {assignment.comments > 0 ? ` · ${sayCount(assignment.comments, 'comment')}` : ''}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          );
        }}
      </Read>
    </>
  );
}

function One({ id }: { id: SubmissionId }) {
  const submission = api.useReadSubmissionQuery({ params: { submissionId: id } });
  return (
    <Read of={submission} what="Opening your work">
      {(data) => <OneWork data={data} />}
    </Read>
  );
}

/** Says that what came back has been read, once for each time that something came. */
function useReading({ id, newestShown, readUntil }: Submission) {
  const [markRead] = api.useMarkReadMutation();
  const unread = newestShown !== null && (readUntil ?? '') < newestShown ? newestShown : null;
  useEffect(() => {
    // Where it does not arrive, the page says so itself the next time that it is opened.
    if (unread) void markRead({ params: { submissionId: id }, body: { upTo: unread } });
  }, [id, unread, markRead]);
}

function OneWork({ data }: { data: Submission }) {
  const zone = useZone();
  const [chosen, setChosen] = useState<PieceId | null>(null);
  const counting = data.attempts.find(({ counts }) => counts);
  const { pieces } = data;
  const current =
    pieces.find(({ id }) => id === chosen) ??
    pieces.find(({ attempt }) => attempt === counting?.attempt) ??
    pieces[0];
  const of = usePlacesOf(data, current);
  useReading(data);
  const score = data.scores.find(({ attempt }) => attempt === counting?.attempt);
  return (
    <div className="grid gap-4">
      <div>
        <h1>{data.assignment.title}</h1>
        <p className="mt-2 flex flex-wrap items-center gap-2 text-ink-2">
          <StateMark state={data.state} late={(counting?.lateMs ?? 0) > 0} />
          {data.handedBackAt ? `handed back ${sayMoment(data.handedBackAt, zone)}` : ''}
        </p>
      </div>
      {score?.given ? <ScoreGiven score={score} given={score.given} lateMs={counting?.lateMs ?? 0} /> : null}
      {data.comments.length > 0 ? (
        <CommentList
          submission={data}
          zone={zone}
          of={of}
          choosePiece={setChosen}
          className="rounded-xl border-l-4 border-act bg-surface px-4 py-3"
          textClass="text-lg"
          hint="Your teacher sees it at once."
        />
      ) : data.handedBackAt ? (
        <p className="text-ink-2">Handed back without a comment.</p>
      ) : (
        <p className="text-ink-2">What your teacher says shows here when the work is handed back.</p>
      )}
      <Suspense fallback={<Loading what="Opening your work" />}>
        {current ? (
          <TheWork pieces={pieces} current={current} places={of.places} onChoose={setChosen} />
        ) : null}
      </Suspense>
      {data.attempts.map((receipt) => (
        <ReceiptView key={receipt.attempt} receipt={receipt} title={data.assignment.title} />
      ))}
      <Link className={buttonClass()} to={`/turn-in/${data.assignment.id}`}>
        Turn in again
      </Link>
    </div>
  );
}
