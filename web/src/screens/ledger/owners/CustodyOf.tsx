import { Link } from 'react-router';
import { pathOf } from '@vestibul/contract';
import {
  localToInstant,
  type Day,
  type Instant,
  type KeptId,
  type LocalTime,
  type PieceId,
} from '@vestibul/core';
import { mayRun, placePath, placesOf } from '../../../parts/hall/places';
import { useZone } from '../../../parts/hall/useSession';
import { Failed, Loading } from '../../../parts/messages/States';
import { tell, tellFailure } from '../../../parts/messages/Notices';
import { Button, buttonClass } from '../../../parts/ui/Button';
import { sayMoment, sayName } from '../../../parts/ui/format';
import { api, type Course } from '../../../state/api';
import { sayHolder, sayKey, sayWhose, sayWhy, type Owned } from './sayOwned';
import { Stretches } from './Stretches';

interface CustodyOfProps {
  course: Course;
  file: Owned;
  /** The day at whose end it is told; '' is now. */
  day: Day | '';
  at: Instant;
  /** Takes a copy of it into the school's keeping, where that can be done. */
  onKeep: (() => void) | undefined;
}

/** Whose one file is, where it lies and who can open it: three facts, each with its line through time. */
export function CustodyOf({ course, file, day, at, onKeep }: CustodyOfProps) {
  const zone = useZone();
  const custody = api.useReadCustodyQuery({
    params: { courseId: course.id, ownedId: file.id },
    query: day ? { day } : {},
  });
  const { currentData: data } = custody;
  if (custody.error && !data)
    return <Failed failure={custody.error} onRetry={() => void custody.refetch()} />;
  if (!data) return <Loading what="Reading its lines" />;
  const owners = data.owners.filter(({ from }) => from <= at);
  const holders = data.holders.filter(({ from }) => from <= at);
  const [owner, holder] = [owners.at(-1), holders.at(-1)];
  const first = owners[0]?.from ?? file.ownerSince ?? at;
  // The lines go through the year; what is older than it begins them.
  const year = localToInstant(`${course.year.startsOn}T00:00` as LocalTime, zone);
  const from = first < year ? first : year;
  const open = placesOf(course.role);
  return (
    <section
      aria-label={`Owner, holder and keys of ${file.name}`}
      className="grid min-h-0 content-start gap-2 overflow-y-auto max-lg:overflow-visible"
    >
      <Fact title="Owner">
        <b>{sayWhose(file.owner)}</b>
        {file.owner?.kind === 'person' && file.owner.leftAt ? (
          <p className="text-small">
            has left on {sayMoment(file.owner.leftAt, zone)}; the file stays theirs
          </p>
        ) : null}
        {owner ? (
          <p className="text-small text-ink-2">
            since {sayMoment(owner.from, zone)}, {sayWhy(owner.why)}
            {owner.by && !(owner.owner.kind === 'person' && owner.owner.person.id === owner.by.id)
              ? `, by ${sayName(owner.by)}`
              : ''}
          </p>
        ) : file.ownerSince ? (
          <p className="text-small text-ink-2">since {sayMoment(file.ownerSince, zone)}</p>
        ) : null}
        <Stretches from={from} to={at} stretches={owners} fill="bg-act" />
      </Fact>
      <Fact title="Holder">
        <b className="font-mono [overflow-wrap:anywhere]">{sayHolder(file.holder, file.kind)}</b>
        {holder ? <p className="text-small text-ink-2">since {sayMoment(holder.from, zone)}</p> : null}
        <Stretches from={from} to={at} stretches={holders} fill="bg-(--enamel-1)" />
      </Fact>
      <Fact title="Keys">
        <ul className="grid list-none gap-1 p-0">
          {data.keys.map((key) => {
            const { who, may, because } = sayKey(key);
            return (
              <li key={`${who}-${because}`} className="text-small leading-tight">
                <b>{who}</b>: {may}
                <span className="text-ink-2">
                  {' '}
                  · {because}
                  {key.since === file.holderSince ? '' : `, since ${sayMoment(key.since, zone)}`}
                </span>
              </li>
            );
          })}
        </ul>
      </Fact>
      {file.kind === 'piece' ? (
        <div className="grid gap-2">
          {file.submissionId && file.assignmentId && file.student && open.includes('Review desk') ? (
            <Link
              className={buttonClass('quiet')}
              to={placePath(course.id, 'Review desk', 'all', {
                assignment: file.assignmentId,
                student: file.student.id,
                piece: file.id,
              })}
            >
              {file.changedAt ? 'Compare with the sealed copy' : 'Show it at the desk'}
            </Link>
          ) : null}
          <a
            className={buttonClass('quiet')}
            href={`${pathOf('readPiece', { pieceId: file.id as PieceId })}?download=1`}
          >
            Download the sealed copy
          </a>
          {onKeep ? (
            <Button look="quiet" onClick={onKeep}>
              Keep a copy for the school
            </Button>
          ) : null}
        </div>
      ) : null}
      {file.kept ? <KeptNote course={course} kept={file.kept} isPast={day !== ''} /> : null}
      {file.kind === 'kept' ? (
        <a
          className={buttonClass('quiet')}
          href={pathOf('readKept', { courseId: course.id, ownedId: file.id as KeptId })}
        >
          Download the school’s copy
        </a>
      ) : null}
    </section>
  );
}

/** Says that the school keeps a copy, since when and why, and offers to give it up. */
function KeptNote({
  course,
  kept,
  isPast,
}: {
  course: Course;
  kept: NonNullable<Owned['kept']>;
  isPast: boolean;
}) {
  const zone = useZone();
  const [end] = api.useEndKeepingMutation();
  return (
    <div className="grid gap-2 rounded-lg border border-line bg-surface px-3 py-2 text-small">
      <p>
        <b>The school keeps a copy</b> since {sayMoment(kept.at, zone)}, by {sayName(kept.by)}
        {kept.why ? `: ${kept.why}` : ''}
      </p>
      {isPast || !mayRun(course) ? null : (
        <Button
          look="quiet"
          onClick={() =>
            void end({ params: { courseId: course.id }, body: { kept: [kept.id] } }).then(({ error }) =>
              error ? tellFailure(error) : tell('The school’s copy is given up. What was turned in stays.'),
            )
          }
        >
          Give up the copy
        </Button>
      )}
    </div>
  );
}

function Fact({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <div className="rounded-lg border border-line bg-surface px-3 py-2">
      <h2 className="text-small font-semibold tracking-wide text-ink-2 uppercase">{title}</h2>
      {children}
    </div>
  );
}
