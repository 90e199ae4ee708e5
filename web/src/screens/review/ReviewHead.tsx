import { sayDuration } from '@vestibul/core';
import { sayCounted } from '../../parts/review/sayScore';
import { sayWhoOpens } from '../../parts/review/sayWhoOpens';
import { usePerson } from '../../parts/hall/useSession';
import { sayList, sayMoment, sayName, sayOwner } from '../../parts/ui/format';
import type { Course, Submission } from '../../state/api';

interface ReviewHeadProps {
  submission: Submission;
  /** The attempt that is looked at, and what is given for it as it stands now. */
  counting: Submission['attempts'][number];
  score: Submission['scores'][number] | undefined;
  course: Course;
  zone: string;
}

/** Whose work lies on the desk, how it came, and where it is. */
export function ReviewHead({ submission, counting, score, course, zone }: ReviewHeadProps) {
  const owners = [...new Set(submission.pieces.map((piece) => sayOwner(piece.owner)))].join(', ');
  const me = usePerson().id;
  const others = course.staff
    .filter(({ id }) => id !== me && submission.lookedAtBy.includes(id))
    .map((one) => sayName(one));
  return (
    <>
      <div>
        <h2 className="font-display text-xl leading-tight text-ink">{sayName(submission.student)}</h2>
        <p className="text-ink-2">
          {submission.state} · {sayMoment(counting.at, zone)}
          {counting.attempt > 1 ? ` · attempt ${counting.attempt}` : ''}
        </p>
        {counting.lateMs > 0 ? (
          <p className="font-semibold text-brick">late by {sayDuration(counting.lateMs)}</p>
        ) : null}
        {score ? <p className="text-ink-2">{sayCounted(score, counting.lateMs)}</p> : null}
      </div>
      <p role="status" className="text-small font-semibold">
        {others.length > 0 ? `${sayList(others)} ${others.length === 1 ? 'has' : 'have'} it open too.` : ''}
      </p>
      <details className="text-small">
        <summary className="cursor-pointer rounded text-ink-2">
          owner <b className="font-semibold text-ink">{owners}</b>
        </summary>
        <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
          <dt className="text-ink-2">can open</dt>
          <dd>{sayWhoOpens(course, submission)}</dd>
          <dt className="text-ink-2">in folder</dt>
          <dd className="[overflow-wrap:anywhere]">
            <code>{submission.folderName || 'no folder yet'}</code>
          </dd>
          <dt className="text-ink-2">ledger</dt>
          <dd>line {counting.line}</dd>
        </dl>
      </details>
    </>
  );
}
