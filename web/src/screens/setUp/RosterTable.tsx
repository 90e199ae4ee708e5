import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, useState } from 'react';
import { plainWords, type PersonId } from '@vestibul/core';
import { inOrder } from '../../parts/rack/courseWork';
import { sayCount, sayMoment, sayName } from '../../parts/ui/format';
import { GroupMark } from '../../parts/courses/GroupMark';
import { stripFor } from '../../parts/naming/stripFor';
import { useArrangement } from '../../parts/rack/useArrangement';
import { useZone } from '../../parts/hall/useSession';
import type { RosterStudent } from '../../state/api';
import { PickedStudents } from './PickedStudents';
import type { StepProps } from './SetUp';
import { isLookedAt } from '../../parts/courses/periods';

const ROW_HEIGHT = 38;
const columns =
  'grid grid-cols-[34px_52px_minmax(9rem,1.2fr)_minmax(8rem,1fr)_minmax(6rem,0.7fr)_minmax(11rem,1.2fr)_minmax(11rem,1.2fr)_5.5rem] items-center gap-x-3 px-3';

interface RosterTableProps extends StepProps {
  students: readonly RosterStudent[];
  onOpen: (student: RosterStudent) => void;
}

/** The students of the chosen period, or of all, in the chosen order; picked ones can be put into a group or written to. */
export function RosterTable({ students, course, period, onStrip, onOpen }: RosterTableProps) {
  const zone = useZone();
  const arrangement = useArrangement();
  const frame = useRef<HTMLDivElement>(null);
  const [find, setFind] = useState('');
  const [picked, setPicked] = useState<ReadonlySet<PersonId>>(new Set());
  const periodOf = new Map(course.periods.map((known) => [known.id, known]));
  const groupOf = new Map(course.periods.flatMap((known) => known.groups.map((group) => [group.id, group])));
  const words = plainWords(find);
  const here = inOrder(students, course, arrangement)
    .filter((student) => isLookedAt(period, periodOf.get(student.periodId)?.number))
    .toSorted(
      (a, b) =>
        Number(a.leftAt !== null) - Number(b.leftAt !== null) ||
        periodOf.get(a.periodId)!.number - periodOf.get(b.periodId)!.number,
    );
  const shown = here.filter(({ last, first, called, email, apart }) =>
    plainWords(`${last} ${first} ${called} ${last} ${email} ${apart}`).includes(words),
  );
  const present = shown.filter((student) => student.leftAt === null);
  // eslint-disable-next-line react-hooks/incompatible-library -- the library's own contract; nothing of it is memoised
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 10,
  });
  const pick = (ids: readonly PersonId[], on: boolean) => {
    const next = new Set(picked);
    for (const id of ids)
      if (on) next.add(id);
      else next.delete(id);
    setPicked(next);
  };
  if (shown.length === 0 && find === '')
    return (
      <p className="text-ink-2">There are no students in this period. Choose another period at the left.</p>
    );
  // Who was picked stays so while somebody else is looked for.
  const chosen = here.filter((student) => student.leftAt === null && picked.has(student.id));
  const all = present.length > 0 && present.every((student) => picked.has(student.id));
  return (
    <div className="grid gap-2">
      <PickedStudents
        course={course}
        chosen={chosen}
        present={present}
        onPick={(ids) => setPicked(new Set(ids))}
        find={find}
        onFind={setFind}
      />
      <div
        className="overflow-x-auto rounded-plate border border-line bg-surface"
        role="table"
        aria-label="Roster"
        aria-rowcount={shown.length + 1}
      >
        <div role="rowgroup" className="min-w-[880px]">
          <div
            role="row"
            className={`${columns} border-b border-line py-2 text-small font-semibold text-ink-2`}
          >
            <span role="columnheader">
              <input
                type="checkbox"
                className="size-4.5 align-middle"
                aria-label="Pick all"
                checked={all}
                onChange={() =>
                  pick(
                    present.map(({ id }) => id),
                    !all,
                  )
                }
              />
            </span>
            {['Period', 'Last name', 'First name', 'Group', 'E-mail', 'Turn-in folder', 'Sign-in'].map(
              (heading) => (
                <span key={heading} role="columnheader">
                  {heading}
                </span>
              ),
            )}
          </div>
        </div>
        <div
          ref={frame}
          className="max-h-[max(16rem,calc(100dvh-23.5rem))] min-w-[880px] overflow-y-auto"
          role="rowgroup"
        >
          <div className="relative" style={{ height: rows.getTotalSize() }}>
            {rows.getVirtualItems().map((row) => {
              const student = shown[row.index]!;
              const group = student.groupId ? groupOf.get(student.groupId) : undefined;
              const folderName = student.folder?.name ?? '';
              return (
                <div
                  key={student.id}
                  role="row"
                  aria-rowindex={row.index + 2}
                  className={`${columns} absolute inset-x-0 top-0 border-b border-line ${student.leftAt ? 'text-ink-2' : ''}`}
                  style={{ height: ROW_HEIGHT, transform: `translateY(${row.start}px)` }}
                >
                  <span role="cell">
                    {student.leftAt ? null : (
                      <input
                        type="checkbox"
                        className="size-4.5 align-middle"
                        aria-label={`Pick ${sayName(student)}`}
                        checked={picked.has(student.id)}
                        onChange={(event) => pick([student.id], event.target.checked)}
                      />
                    )}
                  </span>
                  <span role="cell">{periodOf.get(student.periodId)?.number}</span>
                  <span role="rowheader" className="min-w-0">
                    <button
                      type="button"
                      aria-label={`${student.last}${student.apart ? ` (${student.apart})` : ''}, open`}
                      className="block max-w-full truncate rounded text-left font-semibold text-ink underline decoration-dotted underline-offset-3"
                      onClick={() => onOpen(student)}
                    >
                      {student.last}
                      {student.apart ? (
                        <span className="font-normal text-ink-2"> ({student.apart})</span>
                      ) : (
                        ''
                      )}
                    </button>
                  </span>
                  <span role="cell" className="truncate">
                    {student.first}
                    {student.called ? <span className="text-ink-2"> (called {student.called})</span> : ''}
                  </span>
                  <span role="cell" className="truncate text-small">
                    {student.leftAt ? (
                      <b className="font-semibold">left {sayMoment(student.leftAt, zone)}</b>
                    ) : group ? (
                      <GroupMark group={group} named />
                    ) : null}
                  </span>
                  <span role="cell" className="truncate text-small" title={student.email}>
                    {student.email}
                  </span>
                  <span role="cell" className="min-w-0 text-small">
                    {folderName ? (
                      <button
                        type="button"
                        className="block max-w-full truncate rounded text-left font-mono text-ink underline decoration-dotted underline-offset-3"
                        onClick={() =>
                          onStrip(
                            stripFor(
                              course,
                              { ...student, folderName, folderId: student.folder?.id ?? null },
                              undefined,
                              zone,
                            ),
                          )
                        }
                      >
                        {folderName}
                      </button>
                    ) : (
                      '–'
                    )}
                  </span>
                  <span role="cell" className="text-small whitespace-nowrap text-ink-2">
                    {student.hasSignedIn ? 'set' : 'not yet'}
                  </span>
                </div>
              );
            })}
          </div>
        </div>
        <p className="border-t border-line px-3 py-2 text-small text-ink-2">
          {sayCount(present.length, 'student')}
          {shown.length > present.length ? ` · ${shown.length - present.length} left` : ''}
        </p>
      </div>
    </div>
  );
}
