import { Download } from 'lucide-react';
import { useState } from 'react';
import { pathOf } from '@vestibul/contract';
import type { AssignmentId, BlankId, PeriodId, PersonId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayBytes, sayCount, sayListName, sayMoment, sayName } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { mayRun } from '../../parts/hall/places';
import { Empty, Read } from '../../parts/messages/States';
import { useZone } from '../../parts/hall/useSession';
import { PeriodChip } from '../../parts/courses/PeriodChip';
import { Pages } from '../../parts/ui/Pages';
import { toggled } from '../../parts/ui/toggled';
import { api, type Blank, type Course } from '../../state/api';
import { KeepBlank } from './KeepBlank';
import type { StepProps } from './SetUp';

/** Masters of what is handed out, kept apart; each in versions, each with who has a copy. */
export function BlanksStep({ course }: StepProps) {
  const blanks = api.useListBlanksQuery({ params: { courseId: course.id } });
  const [handing, setHanding] = useState<Blank | null>(null);
  const [looking, setLooking] = useState<Blank | null>(null);
  const [replacing, setReplacing] = useState<BlankId | null>(null);
  return (
    <div className="grid gap-4">
      <p className="max-w-3xl text-ink-2">
        A blank is a master that stays unchanged. Hand it out, and every student gets their own copy, named by
        the rule; students who join later get one too.
      </p>
      {mayRun(course) ? <KeepBlank course={course} /> : null}
      <Read of={blanks} what="Reading the blanks">
        {(known) =>
          known.length === 0 ? (
            <Empty title="No blank yet">
              <p>Choose a file above: a worksheet, a form, a table with nothing in it.</p>
            </Empty>
          ) : (
            <ul className="grid list-none gap-2.5 p-0">
              {known.map((blank) => (
                <li key={blank.id} className="rounded-lg border border-line bg-surface px-4 py-3">
                  <BlankRow
                    course={course}
                    blank={blank}
                    onHandOut={() => setHanding(blank)}
                    onLook={() => setLooking(blank)}
                    onReplace={() => setReplacing(replacing === blank.id ? null : blank.id)}
                  />
                  {replacing === blank.id ? (
                    <div className="mt-3 border-t border-line pt-3">
                      <KeepBlank course={course} blank={blank} onKept={() => setReplacing(null)} />
                    </div>
                  ) : null}
                </li>
              ))}
            </ul>
          )
        }
      </Read>
      {handing ? <HandOutDialog course={course} blank={handing} onClose={() => setHanding(null)} /> : null}
      {looking ? <HoldersDialog course={course} blank={looking} onClose={() => setLooking(null)} /> : null}
    </div>
  );
}

interface BlankRowProps {
  course: Course;
  blank: Blank;
  onHandOut: () => void;
  onLook: () => void;
  onReplace: () => void;
}

function BlankRow({ course, blank, onHandOut, onLook, onReplace }: BlankRowProps) {
  const zone = useZone();
  const [putAway] = api.usePutAwayBlankMutation();
  const runs = mayRun(course);
  const away = async () => {
    const result = await putAway({ params: { blankId: blank.id } });
    if (result.error) return tellFailure(result.error);
    tell(`‘${blank.title}’ is put away. Students keep their copies.`);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <div className="min-w-[min(16rem,100%)] flex-1">
        <b className="font-semibold">{blank.title}</b>
        <p className="text-small text-ink-2">
          {blank.form}, {sayBytes(blank.bytes)} · version {blank.version}, {sayMoment(blank.keptAt, zone)} by{' '}
          {sayName(blank.keptBy)}
        </p>
        <p className="flex flex-wrap items-center gap-1.5 text-small">
          {blank.handOuts.length === 0 ? <span className="text-ink-2">not handed out</span> : 'handed out to'}
          {course.periods
            .filter((period) => blank.handOuts.some((order) => order.periodId === period.id))
            .map((period) => (
              <PeriodChip key={period.id} period={period} className="size-5.5 rounded text-[12px]" />
            ))}
          {blank.handOuts[0]?.assignmentId ? (
            <span className="text-ink-2">
              with {course.assignments.find(({ id }) => id === blank.handOuts[0]!.assignmentId)?.title}
            </span>
          ) : null}
        </p>
      </div>
      <Button look="quiet" onClick={onLook}>
        {sayCount(blank.copies, 'copy', 'copies')}
        {blank.outdated > 0 ? <b className="text-brick">{blank.outdated} old</b> : null}
        <span className="sr-only"> of {blank.title}</span>
      </Button>
      <a
        className="rounded p-2 text-act"
        href={pathOf('readBlank', { blankId: blank.id })}
        download
        aria-label={`Download ${blank.title}`}
      >
        <Download aria-hidden="true" className="size-5" />
      </a>
      {runs ? (
        <>
          <Button look="quiet" onClick={onReplace}>
            Replace<span className="sr-only"> {blank.title}</span>
          </Button>
          <Button look="quiet" onClick={() => void away()}>
            Put away<span className="sr-only"> {blank.title}</span>
          </Button>
          <Button onClick={onHandOut}>
            Hand out<span className="sr-only"> {blank.title}</span>
          </Button>
        </>
      ) : null}
    </div>
  );
}

interface BlankDialogProps {
  course: Course;
  blank: Blank;
  onClose: () => void;
}

function HandOutDialog({ course, blank, onClose }: BlankDialogProps) {
  const before = new Set(blank.handOuts.map((order) => order.periodId));
  const [periods, setPeriods] = useState<ReadonlySet<PeriodId>>(
    before.size > 0 ? before : new Set(course.periods.map(({ id }) => id)),
  );
  const [assignmentId, setAssignmentId] = useState<AssignmentId | ''>(blank.handOuts[0]?.assignmentId ?? '');
  const [handOut, { isLoading }] = api.useHandOutMutation();
  const students = course.periods
    .filter(({ id }) => periods.has(id))
    .reduce((sum, period) => sum + period.students, 0);
  const act = async () => {
    const result = await handOut({
      params: { blankId: blank.id },
      body: { periodIds: [...periods], assignmentId: assignmentId || null },
    });
    if (!result.data) return tellFailure(result.error);
    tell(
      result.data.handedOut > 0
        ? `${sayCount(result.data.handedOut, 'copy is', 'copies are')} in the drawers. Students who join get one too.`
        : 'Set. Copies are handed out when students see the assignment; existing copies stay.',
    );
    onClose();
  };
  return (
    <Dialog
      title={`Hand out ‘${blank.title}’`}
      description="To which periods, and with what"
      open
      onClose={onClose}
    >
      <fieldset className="grid gap-1.5">
        <legend className="mb-1.5 font-semibold">To</legend>
        {course.periods.map((period) => (
          <label key={period.id} className="flex items-center gap-2.5">
            <input
              type="checkbox"
              className="size-5"
              checked={periods.has(period.id)}
              disabled={before.has(period.id)}
              onChange={() => setPeriods(toggled(periods, period.id))}
            />
            {period.label}
            <span className="text-small text-ink-2">
              {sayCount(period.students, 'student')}
              {before.has(period.id) ? ', handed out already' : ''}
            </span>
          </label>
        ))}
      </fieldset>
      <Field label="With" hint="With an assignment: handed out when students see it">
        <select
          className={inputClass}
          value={assignmentId}
          onChange={(event) => setAssignmentId(event.target.value as AssignmentId | '')}
        >
          <option value="">by itself, now</option>
          {course.assignments.toReversed().map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </Field>
      <p className="text-small text-ink-2">
        Each copy belongs to its student; you and your colleagues can open it.
      </p>
      <Button look="go" disabled={periods.size === 0 || isLoading} onClick={() => void act()}>
        Hand out to {sayCount(students, 'student')}
      </Button>
    </Dialog>
  );
}

/** Who has which version; those who lost theirs, or have an old one, get it again. */
function HoldersDialog({ course, blank, onClose }: BlankDialogProps) {
  const zone = useZone();
  const [pages, setPages] = useState<string[]>([]);
  const [picked, setPicked] = useState<ReadonlySet<PersonId>>(new Set());
  const copies = api.useListCopiesQuery({
    params: { blankId: blank.id },
    query: { after: pages.at(-1) ?? '' },
  });
  const [handOut, { isLoading }] = api.useHandOutMutation();
  const numberOf = new Map(course.periods.map((period) => [period.id, period.number]));
  const again = async () => {
    const result = await handOut({ params: { blankId: blank.id }, body: { againFor: [...picked] } });
    if (!result.data) return tellFailure(result.error);
    tell(
      `${sayCount(result.data.handedOut, 'copy', 'copies')} of version ${blank.version} handed out again.`,
    );
    setPicked(new Set());
  };
  const pick = (ids: readonly PersonId[]) => setPicked(new Set([...picked, ...ids]));
  return (
    <Dialog
      title={`Copies of ‘${blank.title}’`}
      description="Who has which version"
      open
      onClose={onClose}
      className="max-w-2xl"
    >
      <Read of={copies} what="Reading the copies">
        {({ holders, next }) => (
          <>
            <ul className="grid max-h-[50dvh] list-none gap-0.5 overflow-y-auto p-0">
              {holders.map((holder) => {
                const isOld = holder.version !== null && holder.version < blank.version;
                return (
                  <li key={holder.id} className="border-b border-line py-1 last:border-b-0">
                    <label className="flex items-center gap-3">
                      <input
                        type="checkbox"
                        className="size-4.5"
                        checked={picked.has(holder.id)}
                        onChange={() => setPicked(toggled(picked, holder.id))}
                      />
                      <span className="w-6 text-ink-2">{numberOf.get(holder.periodId)}</span>
                      <b className="min-w-0 flex-1 truncate font-semibold">{sayListName(holder)}</b>
                      <span className={`text-small ${isOld ? 'font-semibold text-brick' : 'text-ink-2'}`}>
                        {holder.version === null
                          ? 'none'
                          : `version ${holder.version}${isOld ? ', old' : ''}, ${sayMoment(holder.handedOutAt!, zone)}`}
                        {holder.copies > 1 ? ` · ${holder.copies} copies` : ''}
                      </span>
                    </label>
                  </li>
                );
              })}
            </ul>
            <div className="flex flex-wrap items-center gap-2.5">
              <Pages of="the copies" pages={pages} next={next} onTurn={setPages} />
              <Button
                look="quiet"
                onClick={() =>
                  pick(
                    holders
                      .filter(({ version }) => version !== null && version < blank.version)
                      .map(({ id }) => id),
                  )
                }
              >
                Pick who has an old one
              </Button>
              {mayRun(course) ? (
                <Button
                  look="go"
                  className="ml-auto"
                  disabled={picked.size === 0 || isLoading}
                  onClick={() => void again()}
                >
                  Hand out again to {picked.size}
                </Button>
              ) : null}
            </div>
          </>
        )}
      </Read>
    </Dialog>
  );
}
