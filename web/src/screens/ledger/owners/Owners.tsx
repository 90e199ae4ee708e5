import { useEffect, useState } from 'react';
import type { AnswerOf, BodyOf } from '@vestibul/contract';
import {
  instantToLocal,
  type AssignmentId,
  type Day,
  type Instant,
  type PersonId,
  type PieceId,
} from '@vestibul/core';
import { inOrder } from '../../../parts/rack/courseWork';
import { mayRun } from '../../../parts/hall/places';
import { Hall } from '../../../parts/hall/Hall';
import { useChosen } from '../../../parts/hall/useChosen';
import { useNow } from '../../../parts/hall/useNow';
import { useLanguage, useZone } from '../../../parts/hall/useSession';
import { Empty, Failed, Loading } from '../../../parts/messages/States';
import type { StripContent } from '../../../parts/naming/NameStrip';
import { namedPiece, partsOf } from '../../../parts/naming/stripFor';
import { periodsIn, sayPeriods } from '../../../parts/courses/periods';
import { Button } from '../../../parts/ui/Button';
import { sayCount, sayExactly, sayListName, sayNumber } from '../../../parts/ui/format';
import { Pages } from '../../../parts/ui/Pages';
import { useKeys } from '../../../parts/ui/useKeys';
import { useSettled } from '../../../parts/ui/useSettled';
import { api, type Course } from '../../../state/api';
import { Choice } from '../Choice';
import { ledgerPath, LedgerViews } from '../LedgerViews';
import { CustodyOf } from './CustodyOf';
import { DayBand } from './DayBand';
import { KeepDialog } from './KeepDialog';
import { sayHolder, saySealed, sayWhose, stateWords, type Owned, type OwnedState } from './sayOwned';

const columns = 'grid grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)_minmax(0,1fr)_minmax(0,1.2fr)] gap-x-3';

const states = Object.keys(stateWords) as OwnedState[];

/** Whose each file of a course is, where it lies and what became of it, on any day. */
export function Owners({ course, period }: { course: Course; period: string }) {
  const zone = useZone();
  const language = useLanguage();
  const now = useNow();
  const [asksFor, choose] = useChosen();
  const [pages, setPages] = useState<string[]>([]);
  const [chosen, setChosen] = useState<Owned['id'] | null>(null);
  const [keeps, setKeeps] = useState<{ which: BodyOf<'keepFiles'>['which']; files: number } | null>(null);
  const day = (asksFor.get('day') ?? '') as Day | '';
  const only = states.find((state) => state === asksFor.get('only'));
  const student = asksFor.get('student') ?? '';
  const assignment = asksFor.get('assignment') ?? '';
  const want = (key: string, value: string) => {
    choose((search) => (value === '' ? search.delete(key) : search.set(key, value)));
    setPages([]);
  };
  const params = { courseId: course.id };
  const roster = api.useReadRosterQuery({ params });
  // A day that is looked for by its slider is not asked about at each of its steps.
  const then = useSettled(day);
  const query = {
    ...(then ? { day: then } : {}),
    ...(period === 'all'
      ? {}
      : {
          periods: periodsIn(course, period)
            .map(({ id }) => id)
            .join(','),
        }),
    ...(student ? { student } : {}),
    ...(assignment ? { assignment } : {}),
    ...(only ? { only } : {}),
    after: pages.at(-1) ?? '',
  };
  const owners = api.useListOwnersQuery({ params, query });
  // What was so on another day is not shown under this one.
  const data = then === day ? owners.currentData : undefined;
  const files = data?.files ?? [];
  const at = Math.max(
    0,
    files.findIndex(({ id }) => id === chosen),
  );
  const file = files[at];
  // A longer name on the strip below takes of the room in which the list is: what is chosen stays in sight.
  useEffect(() => {
    if (chosen) document.getElementById(`owned-${chosen}`)?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const step = (by: number) => {
    const next = files[at + by];
    if (!next) return;
    setChosen(next.id);
    document.getElementById(`owned-${next.id}`)?.focus();
  };
  const mayKeep = mayRun(course) && day === '';
  const canKeep = (one: Owned) =>
    mayKeep && one.kind === 'piece' && one.owner?.kind !== 'outside' && one.kept === null;
  const keepChosen = () => {
    if (file && canKeep(file)) setKeeps({ which: { pieces: [file.id as PieceId] }, files: 1 });
  };
  const isNarrowed = Boolean(only ?? (student || assignment));
  const shown = data ? (only ? data.counts[only] : data.total) : 0;
  useKeys({
    j: () => step(1),
    k: () => step(-1),
    d: () => document.getElementById('owners-day')?.focus(),
    c: keepChosen,
  });
  return (
    <Hall
      course={course}
      place="Ledger"
      period={period}
      pathFor={(door) =>
        ledgerPath(course.id, door, 'owners', {
          ...(day ? { day } : {}),
          ...(only ? { only } : {}),
          ...(assignment ? { assignment } : {}),
        })
      }
      strip={file ? stripFor(course, file, roster.data, data?.at, zone) : null}
      keys={[
        { keys: ['j', 'k'], does: 'next, previous file' },
        { keys: ['d'], does: 'a past day' },
        { keys: ['c'], does: 'keep a copy' },
        { keys: ['?'], does: 'keyboard and symbols' },
      ]}
    >
      <header className="mb-2.5 flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="min-w-0">
          <h1>Owners</h1>
          <p className="mt-1 text-ink-2">
            Whose each file is, where it lies, who can open it · {sayPeriods(course, period)}
          </p>
        </div>
        <LedgerViews course={course} period={period} current="owners" />
      </header>
      <DayBand
        id="owners-day"
        day={day}
        first={course.year.startsOn}
        today={instantToLocal(new Date(now).toISOString() as Instant, zone).slice(0, 10) as Day}
        onChoose={(chosenDay) => want('day', chosenDay)}
      />
      <div className="my-2.5 flex flex-wrap gap-2">
        {states.map((state) => (
          <button
            key={state}
            type="button"
            aria-pressed={only === state}
            onClick={() => want('only', only === state ? '' : state)}
            className="grid min-w-28 rounded-lg border border-line bg-surface px-3 py-1.5 text-left aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-semibold"
          >
            <b className="text-lg leading-tight tabular-nums">{data ? data.counts[state] : '…'}</b>
            <span className="text-small text-ink-2">{stateWords[state]}</span>
          </button>
        ))}
        <span className="ml-auto flex flex-wrap items-end gap-2">
          <Choice label="Assignment" value={assignment} onChange={(id) => want('assignment', id)}>
            <option value="">every assignment</option>
            {course.assignments.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </Choice>
          <Choice label="Student" value={student} onChange={(id) => want('student', id)}>
            <option value="">every student</option>
            {inOrder(roster.data ?? [], course, { order: 'last', language }).map((one) => (
              <option key={one.id} value={one.id}>
                {sayListName(one)}
              </option>
            ))}
          </Choice>
        </span>
      </div>
      {owners.error && !data ? (
        <Failed failure={owners.error} onRetry={() => void owners.refetch()} />
      ) : !data ? (
        <Loading what="Reading whose the files are" />
      ) : files.length === 0 ? (
        <Empty title={data.total === 0 ? 'No files yet' : 'No files match'}>
          {only || student || assignment ? (
            <Button
              onClick={() => {
                for (const key of ['only', 'student', 'assignment']) want(key, '');
              }}
            >
              Show all files
            </Button>
          ) : (
            <p>What is turned in or handed out is here, with whose it is.</p>
          )}
        </Empty>
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_20rem] gap-3 max-lg:grid-cols-1 max-lg:overflow-auto">
          <div className="flex min-h-0 min-w-0 flex-col">
            <div className="min-h-0 flex-1 scroll-pt-10 overflow-auto rounded-plate border border-line bg-surface max-lg:min-h-72">
              <div
                aria-hidden="true"
                className={`${columns} sticky top-0 border-b border-line bg-surface px-3 py-1.5 text-small font-semibold text-ink-2 max-sm:hidden`}
              >
                <span>File</span>
                <span>Owner</span>
                <span>Lies in</span>
                <span>Sealed copy</span>
              </div>
              <ul aria-label="Files" className="list-none p-0">
                {files.map((one) => (
                  <li key={one.id}>
                    <button
                      id={`owned-${one.id}`}
                      type="button"
                      aria-pressed={one.id === file?.id}
                      onClick={() => setChosen(one.id)}
                      onFocus={() => setChosen(one.id)}
                      className={`${columns} w-full border-b border-line px-3 py-2 text-left text-small aria-pressed:bg-brass-soft max-sm:grid-cols-1`}
                    >
                      <code className="font-semibold [overflow-wrap:anywhere]">{one.name}</code>
                      <span className="[overflow-wrap:anywhere]">
                        {sayWhose(one.owner)}
                        {one.owner?.kind === 'person' && one.owner.leftAt ? ' · has left' : ''}
                      </span>
                      <span className="[overflow-wrap:anywhere] text-ink-2">
                        {sayHolder(one.holder, one.kind)}
                      </span>
                      <span className={one.changedAt || one.goneAt ? 'font-semibold' : 'text-ink-2'}>
                        {saySealed(one, zone)}
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
            </div>
            <div className="mt-2 flex flex-wrap items-center gap-3">
              <Pages of="the files" pages={pages} next={data.next} onTurn={setPages} />
              <p className="text-small text-ink-2">
                {only ? `${sayNumber(data.counts[only])} of ` : ''}
                {sayCount(data.total, 'file')}
              </p>
              {mayKeep && isNarrowed && shown > 0 && only !== 'outside' && only !== 'school' ? (
                <Button
                  look="quiet"
                  className="ml-auto"
                  onClick={() =>
                    setKeeps({
                      which: {
                        all: true,
                        ...(period === 'all'
                          ? {}
                          : { periods: periodsIn(course, period).map(({ id }) => id) }),
                        ...(student ? { student: student as PersonId } : {}),
                        ...(assignment ? { assignment: assignment as AssignmentId } : {}),
                        ...(only ? { only } : {}),
                      },
                      files: shown,
                    })
                  }
                >
                  Keep copies of these
                </Button>
              ) : null}
            </div>
          </div>
          {file ? (
            <CustodyOf
              course={course}
              file={file}
              day={then}
              at={data.at}
              onKeep={canKeep(file) ? keepChosen : undefined}
            />
          ) : null}
        </div>
      )}
      {keeps ? <KeepDialog courseId={course.id} {...keeps} onClose={() => setKeeps(null)} /> : null}
    </Hall>
  );
}

/** The name of a file, taken apart where the rule of today still reads it, and whose it was then. */
function stripFor(
  course: Course,
  file: Owned,
  roster: AnswerOf<'readRoster'> | undefined,
  at: Instant | undefined,
  zone: string,
): StripContent {
  const { name, originalName, attempt, student, assignmentId, owner, holderSince } = file;
  const named = student ? roster?.find(({ id }) => id === student.id) : undefined;
  const piece =
    named && holderSince
      ? namedPiece(
          course,
          { ...named, folderName: named.folder?.name ?? '' },
          course.assignments.find(({ id }) => id === assignmentId),
          { name, originalName, at: holderSince, attempt, n: 1 },
          zone,
        )
      : null;
  return {
    segments: (piece && partsOf(piece)) ?? [{ text: name, part: null }],
    verdict: `${at ? `${sayExactly(at, zone)}: ` : ''}${sayWhose(owner)}`,
    ...(originalName === name ? {} : { note: 'came as', noteCode: originalName }),
  };
}
