import { useVirtualizer } from '@tanstack/react-virtual';
import { Download } from 'lucide-react';
import { useRef, useState } from 'react';
import { pathOf, type AnswerOf } from '@vestibul/contract';
import {
  eventGroups,
  eventKinds,
  kindsOf,
  type AssignmentId,
  type EventGroup,
  type EventKind,
  type PersonId,
} from '@vestibul/core';
import { Link, useSearchParams } from 'react-router';
import { placePath, placesOf } from '../../parts/hall/places';
import { useChosen } from '../../parts/hall/useChosen';
import { useNow } from '../../parts/hall/useNow';
import { spansUntil } from './spans';
import { Button, buttonClass } from '../../parts/ui/Button';
import { inOrder } from '../../parts/rack/courseWork';
import { inputClass } from '../../parts/ui/Field';
import { sayCount, sayExactly, sayListName, sayName } from '../../parts/ui/format';
import { Hall } from '../../parts/hall/Hall';
import type { StripContent } from '../../parts/naming/NameStrip';
import { Empty, Read } from '../../parts/messages/States';
import { namedPiece, partsOf } from '../../parts/naming/stripFor';
import { useCoursePage } from '../../parts/courses/useCoursePage';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useLanguage, useZone } from '../../parts/hall/useSession';
import { Pages } from '../../parts/ui/Pages';
import { api, type Course } from '../../state/api';
import { Choice } from './Choice';
import { LedgerViews, ledgerView } from './LedgerViews';
import { Owners } from './owners/Owners';
import { sayFacts } from './sayFacts';

export type LedgerLine = AnswerOf<'readLedger'>['lines'][number];

interface Filter {
  /** A kind of line, or a group of kinds behind `all `. */
  kind: EventKind | `all ${EventGroup}` | '';
  /** The key of a span of days; `days` where they are chosen by hand. */
  when: string;
  from: string;
  to: string;
  student: PersonId | '';
  assignment: AssignmentId | '';
}

const noFilter: Filter = { kind: '', when: '', from: '', to: '', student: '', assignment: '' };

/** Which lines an address asks for. */
function filterOf(asked: URLSearchParams): Filter {
  const of = (key: keyof Filter) => asked.get(key) ?? '';
  const kinds = [...eventKinds, ...eventGroups.map((group) => `all ${group}` as const)];
  return {
    kind: kinds.find((kind) => kind === of('kind')) ?? '',
    when: of('when'),
    from: of('from'),
    to: of('to'),
    student: of('student') as PersonId | '',
    assignment: of('assignment') as AssignmentId | '',
  };
}

const LINE_HEIGHT = 44;

/** The ledger: every line of the record, the newest first. */
export function Ledger() {
  const { course, period } = useCoursePage();
  const [search] = useSearchParams();
  const view = ledgerView(search);
  usePageTitle(view === 'owners' ? 'Owners' : 'Ledger');
  const View = view === 'owners' ? Owners : LedgerOf;
  return <Read of={course}>{(data) => <View course={data} period={period} />}</Read>;
}

function LedgerOf({ course, period }: { course: Course; period: string }) {
  const params = { courseId: course.id };
  const zone = useZone();
  const language = useLanguage();
  const [asksFor, choose] = useChosen();
  const filter = filterOf(asksFor);
  // Where each page that is shown begins; the first begins at the end of the ledger.
  const [pages, setPages] = useState<number[]>([]);
  const before = pages.at(-1);
  const [selected, setSelected] = useState<LedgerLine | null>(null);
  const roster = api.useReadRosterQuery({ params });
  const spans = spansUntil(useNow(), zone);
  const span = filter.when === 'days' ? filter : spans.find(({ key }) => key === filter.when);
  const group = eventGroups.find((known) => filter.kind === `all ${known}`);
  const query = {
    ...(group ? { group } : {}),
    ...(!group && filter.kind ? { kind: filter.kind as EventKind } : {}),
    ...(span?.from ? { from: span.from } : {}),
    ...(span?.to ? { to: span.to } : {}),
    ...(filter.student ? { student: filter.student } : {}),
    ...(filter.assignment ? { assignment: filter.assignment } : {}),
    ...(before === undefined ? {} : { before }),
  };
  const ledger = api.useReadLedgerQuery({ params, query });
  const change = (part: Partial<Filter>) => {
    choose((search) => {
      for (const [key, value] of Object.entries(part))
        if (value === '') search.delete(key);
        else search.set(key, value);
    });
    setPages([]);
  };
  return (
    <Hall
      course={course}
      place="Ledger"
      period={period}
      strip={selected ? stripForLine(course, selected, zone) : null}
    >
      <header className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="flex basis-full flex-wrap items-end gap-x-4 gap-y-2">
          <div>
            <h1>Ledger</h1>
            <p className="mt-1 text-ink-2">
              {ledger.data ? sayCount(ledger.data.total, 'line') : '…'} · nothing here is ever changed or
              removed
            </p>
          </div>
          <LedgerViews course={course} period={period} current="lines" />
        </div>
        <Choice label="When" value={filter.when} onChange={(when) => change({ when })}>
          <option value="">at any time</option>
          {spans.map(({ key, says }) => (
            <option key={key} value={key}>
              {says}
            </option>
          ))}
          <option value="days">from … to</option>
        </Choice>
        {filter.when === 'days' ? (
          <>
            <DayChoice label="From" value={filter.from} onChange={(from) => change({ from })} />
            <DayChoice label="To" value={filter.to} onChange={(to) => change({ to })} />
          </>
        ) : null}
        <Choice
          label="Kind"
          value={filter.kind}
          onChange={(kind) => change({ kind: kind as Filter['kind'] })}
        >
          <option value="">every kind</option>
          {eventGroups.map((known) => (
            <optgroup key={known} label={known}>
              <option value={`all ${known}`}>all about {known}</option>
              {kindsOf(known).map((kind) => (
                <option key={kind}>{kind}</option>
              ))}
            </optgroup>
          ))}
        </Choice>
        <Choice
          label="Assignment"
          value={filter.assignment}
          onChange={(id) => change({ assignment: id as AssignmentId })}
        >
          <option value="">every assignment</option>
          {course.assignments.map((assignment) => (
            <option key={assignment.id} value={assignment.id}>
              {assignment.title}
            </option>
          ))}
        </Choice>
        <Choice label="Student" value={filter.student} onChange={(id) => change({ student: id as PersonId })}>
          <option value="">every student</option>
          {inOrder(roster.data ?? [], course, { order: 'last', language }).map((student) => (
            <option key={student.id} value={student.id}>
              {sayListName(student)}
            </option>
          ))}
        </Choice>
        <a
          className={buttonClass()}
          href={`${pathOf('readRecord', params)}?${new URLSearchParams({
            ...(filter.student ? { student: filter.student } : {}),
            ...(filter.assignment ? { assignment: filter.assignment } : {}),
            ...(span?.from ? { from: span.from } : {}),
            ...(span?.to ? { to: span.to } : {}),
          })}`}
        >
          <Download aria-hidden="true" className="size-4.5" /> Record as CSV
        </a>
      </header>
      <Read of={ledger} what="Reading the ledger">
        {(data) =>
          data.lines.length === 0 ? (
            <Empty title="No lines match">
              <Button onClick={() => change(noFilter)}>Show all lines</Button>
            </Empty>
          ) : (
            <>
              <LineList
                key={before ?? 'newest'}
                lines={data.lines}
                selected={selected}
                onSelect={setSelected}
                zone={zone}
              />
              <div className="mt-2">
                <Pages of="the ledger" pages={pages} next={data.next} onTurn={setPages} byTime>
                  {selected && pathOfLine(course, selected) ? (
                    <Link
                      className={`${buttonClass('quiet')} ml-auto min-w-0`}
                      to={pathOfLine(course, selected)!}
                    >
                      Show it where it is
                    </Link>
                  ) : null}
                  {selected?.piece ? (
                    <a
                      className={`${buttonClass('quiet')} min-w-0`}
                      href={pathOf('readPiece', { pieceId: selected.piece.id })}
                      target="_blank"
                      rel="noopener noreferrer"
                    >
                      <span className="truncate">
                        Open <code>{selected.piece.name}</code>
                      </span>
                    </a>
                  ) : null}
                </Pages>
              </div>
            </>
          )
        }
      </Read>
    </Hall>
  );
}

function DayChoice(props: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <label className="grid text-small text-ink-2">
      {props.label}
      <input
        type="date"
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
        className={`${inputClass} py-1.5`}
      />
    </label>
  );
}

interface LineListProps {
  lines: readonly LedgerLine[];
  selected: LedgerLine | null;
  onSelect: (line: LedgerLine) => void;
  zone: string;
}

const columns =
  'grid grid-cols-[68px_178px_130px_minmax(110px,1fr)_minmax(120px,1.2fr)_minmax(140px,1.6fr)] items-center gap-3';

function LineList({ lines, selected, onSelect, zone }: LineListProps) {
  const frame = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- the library's own contract; nothing of it is memoised
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => frame.current,
    estimateSize: () => LINE_HEIGHT,
    overscan: 8,
  });
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-x-auto rounded-plate border border-line bg-surface">
      <div
        className={`${columns} min-w-[820px] border-b border-line px-3 py-1.5 text-small font-semibold text-ink-2`}
        aria-hidden="true"
      >
        <span>line</span>
        <span>when</span>
        <span>what</span>
        <span>who</span>
        <span>about</span>
        <span>facts</span>
      </div>
      <div ref={frame} className="min-h-64 min-w-[820px] flex-1 overflow-y-auto">
        <ul aria-label="Lines" className="relative list-none p-0" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((row) => {
            const line = lines[row.index]!;
            return (
              <li
                key={line.index}
                className="absolute inset-x-0 top-0"
                style={{ height: LINE_HEIGHT, transform: `translateY(${row.start}px)` }}
              >
                <button
                  type="button"
                  aria-pressed={selected?.index === line.index}
                  onClick={() => onSelect(line)}
                  onFocus={() => onSelect(line)}
                  className={`${columns} size-full border-b border-line px-3 text-left text-small aria-pressed:bg-brass-soft`}
                >
                  <code className="text-ink-2">{line.index}</code>
                  <span>{sayExactly(line.at, zone)}</span>
                  <b className="font-semibold">{line.kind}</b>
                  <span className="truncate">{line.by ? sayName(line.by) : 'the system'}</span>
                  <span className="min-w-0 leading-tight">
                    {line.student ? (
                      <span className="block truncate">{sayListName(line.student)}</span>
                    ) : null}
                    <span className="block truncate text-[12.5px] text-ink-2">
                      {[line.period, line.assignment].filter(Boolean).join(' · ')}
                    </span>
                  </span>
                  <span
                    className="line-clamp-2 leading-tight [overflow-wrap:anywhere] text-ink-2"
                    title={sayFacts(line)}
                  >
                    {sayFacts(line)}
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
      </div>
    </div>
  );
}

/** Where that is which a line tells of; null where there is no such place, or not for who looks. */
function pathOfLine(
  course: Course,
  { assignmentId, student, piece, submissionId }: LedgerLine,
): string | null {
  const open = placesOf(course.role);
  if (submissionId && assignmentId && student && open.includes('Review desk'))
    return placePath(course.id, 'Review desk', 'all', {
      assignment: assignmentId,
      student: student.id,
      ...(piece ? { piece: piece.id } : {}),
    });
  if (assignmentId && open.includes('Rack'))
    return placePath(course.id, 'Rack', 'all', {
      assignment: assignmentId,
      ...(student ? { student: student.id } : {}),
    });
  return student && open.includes('Set-up')
    ? placePath(course.id, 'Set-up', 'all', { step: 'roster' })
    : null;
}

/** The name of the piece that a line tells of, taken apart where the rule of today still reads it. */
function stripForLine(course: Course, line: LedgerLine, zone: string): StripContent | null {
  if (!line.piece) return null;
  const assignment = course.assignments.find((known) => known.title === line.assignment);
  const period = course.periods.find((known) => known.label === line.period);
  const named =
    line.student && period
      ? namedPiece(
          course,
          {
            ...line.student,
            email: '',
            username: '',
            number: '',
            groupId: null,
            periodId: period.id,
            folderName: '',
          },
          assignment,
          {
            name: line.piece.name,
            originalName: line.piece.originalName,
            at: line.at,
            attempt: Number(line.facts.attempt),
            n: Number(line.facts.n ?? 1),
          },
          zone,
        )
      : null;
  return {
    segments: (named && partsOf(named)) ?? [{ text: line.piece.name, part: null }],
    verdict: line.owner ? `owner then: ${sayName(line.owner)}` : 'on the record',
    note: 'came as',
    noteCode: line.piece.originalName,
  };
}
