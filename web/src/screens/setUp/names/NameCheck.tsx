import { useEffect, useMemo, useState } from 'react';
import { nameFaults, type NameFaultCode, type NameSubject } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Button } from '../../../parts/ui/Button';
import { sayCount, sayMoment, sayNumber } from '../../../parts/ui/format';
import { NamePicture } from '../../../parts/naming/NamePicture';
import type { StripContent } from '../../../parts/naming/NameStrip';
import { Read } from '../../../parts/messages/States';
import { useZone } from '../../../parts/hall/useSession';
import { useRenaming } from '../../../parts/naming/useRenaming';
import { api } from '../../../state/api';
import type { StepProps } from '../SetUp';
import { RenamingBar } from './RenamingBar';

/** What each fault is called as the heading of its group. */
const headings: Record<NameFaultCode, string> = {
  'part-missing': 'Something is missing',
  'part-order': 'Parts in another order',
  separator: 'Other signs between the parts',
  case: 'Capitals',
  'spelled-number': 'Numbers spelled out',
  'wrong-period': 'Another period',
  'called-name': 'The other first name',
  'marks-lost': 'Marks lost',
  misspelt: 'Misspelt',
  'extra-words': 'Too many words',
  'unknown-person': 'No person named',
  'several-people': 'Several people',
  'bad-character': 'Signs that some computers don’t allow',
};

type OffName = AnswerOf<'checkNames'>['off'][number];

/** The names that exist and do not follow their rule, grouped by what is wrong: mended one by one, or all alike. */
export function NameCheck({ course, onStrip }: StepProps) {
  const [subject, setSubject] = useState<NameSubject>('folder');
  const params = { courseId: course.id };
  const check = api.useCheckNamesQuery({ params, query: { subject } }, { refetchOnMountOrArgChange: true });
  const renaming = useRenaming(course.id);
  const mend = (ids: string[] | null) => void renaming.start({ subject, ids });
  return (
    <div className="grid gap-4">
      <div role="group" aria-label="Check" className="flex gap-2">
        {(['folder', 'file'] as const).map((known) => (
          <Button
            key={known}
            look="quiet"
            aria-pressed={subject === known}
            className="aria-pressed:border-brass-mark aria-pressed:font-bold"
            onClick={() => setSubject(known)}
          >
            {known === 'folder' ? 'Folders' : 'Files'}
          </Button>
        ))}
      </div>
      {renaming.work ? <RenamingBar work={renaming.work} onCancel={renaming.cancel} /> : null}
      <Read of={check} what="Checking every name">
        {({ checked, total, off }) => (
          <>
            <div className="flex flex-wrap items-center gap-3">
              <p className="text-lg">
                {total === 0
                  ? checked === 0
                    ? `There are no ${subject}s yet.`
                    : `All ${sayCount(checked, `${subject} follows`, `${subject}s follow`)} the rule.`
                  : `${sayNumber(total)} of ${sayCount(checked, subject)} ${total === 1 ? 'does' : 'do'} not follow the rule.`}
              </p>
              {total > 0 ? (
                <Button look="go" disabled={renaming.work !== null} onClick={() => mend(null)}>
                  Fix all {sayNumber(total)}
                </Button>
              ) : null}
            </div>
            <Groups off={off} isBusy={renaming.work !== null} onMend={mend} onStrip={onStrip} />
            {total > off.length ? (
              <p className="text-small text-ink-2">
                The first {off.length} are shown. ‘Fix all’ includes the other {total - off.length}.
              </p>
            ) : null}
          </>
        )}
      </Read>
      <Recent course={course} onUndo={(id) => void renaming.undo(id)} isBusy={renaming.work !== null} />
    </div>
  );
}

function stripOf({ name, properParts, faults }: OffName): StripContent {
  return {
    segments: properParts,
    verdict: faults.map(({ says }) => says).join(' '),
    note: 'is called',
    noteCode: name,
  };
}

/** How many names of a group show before the rest is folded. */
const SHOWN = 12;

function Groups({
  off,
  isBusy,
  onMend,
  onStrip,
}: {
  off: readonly OffName[];
  isBusy: boolean;
  onMend: (ids: string[]) => void;
  onStrip: StepProps['onStrip'];
}) {
  const groups = useMemo(
    () =>
      nameFaults
        .map((code) => ({ code, names: off.filter(({ faults }) => faults[0]?.code === code) }))
        .filter(({ names }) => names.length > 0)
        .sort((a, b) => b.names.length - a.names.length),
    [off],
  );
  const first = groups[0]?.names[0];
  useEffect(() => {
    if (first) onStrip(stripOf(first));
    return () => onStrip(null);
  }, [first, onStrip]);
  return groups.map(({ code, names }) => {
    const rows = names.map((name) => (
      <li
        key={name.id}
        className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3 border-b border-line py-1"
      >
        <button
          type="button"
          className="grid grid-cols-[minmax(0,1fr)_auto_minmax(0,1.2fr)] items-center gap-3 rounded text-left text-ink max-md:grid-cols-1"
          onClick={() => onStrip(stripOf(name))}
        >
          <span className="min-w-0">
            <code className="[overflow-wrap:anywhere]">{name.name}</code>
            <span className="block text-small text-ink-2">{name.faults[0]?.says}</span>
          </span>
          <span aria-label="should be" className="text-ink-2">
            →
          </span>
          <NamePicture segments={name.properParts} small />
        </button>
        <Button look="quiet" disabled={isBusy} onClick={() => onMend([name.id])}>
          Fix
        </Button>
      </li>
    ));
    return (
      <section key={code} aria-label={headings[code]}>
        <h2 className="mb-1 flex items-center gap-3">
          {headings[code]}
          <span className="font-sans text-base font-normal text-ink-2">{names.length}</span>
          {names.length > 1 ? (
            <Button disabled={isBusy} className="py-1!" onClick={() => onMend(names.map(({ id }) => id))}>
              Fix these {names.length}
            </Button>
          ) : null}
        </h2>
        <ul className="grid list-none p-0">{rows.slice(0, SHOWN)}</ul>
        {rows.length > SHOWN ? (
          <details>
            <summary className="w-fit cursor-pointer rounded py-1 font-semibold text-act">
              {rows.length - SHOWN} more
            </summary>
            <ul className="grid list-none p-0">{rows.slice(SHOWN)}</ul>
          </details>
        ) : null}
      </section>
    );
  });
}

function Recent({
  course,
  isBusy,
  onUndo,
}: {
  course: StepProps['course'];
  isBusy: boolean;
  onUndo: (id: AnswerOf<'listRenamings'>[number]['id']) => void;
}) {
  const { data = [] } = api.useListRenamingsQuery({ params: { courseId: course.id } });
  const zone = useZone();
  if (data.length === 0) return null;
  return (
    <section>
      <h2 className="mb-1">Last changes</h2>
      <ul className="grid list-none p-0">
        {data.map(({ id, at, names, subject, ruleIs, undoneAt }) => (
          <li key={id} className="flex flex-wrap items-center gap-3 border-b border-line py-1.5">
            <time className="w-36 shrink-0 text-small text-ink-2">{sayMoment(at, zone)}</time>
            <span className="min-w-0 flex-1">
              {sayCount(names, subject)} renamed
              {ruleIs === null ? null : (
                <>
                  {' '}
                  by the new rule <code className="[overflow-wrap:anywhere]">{ruleIs}</code>
                </>
              )}
            </span>
            {undoneAt === null ? (
              <Button look="quiet" disabled={isBusy} onClick={() => onUndo(id)}>
                Undo
              </Button>
            ) : (
              <span className="text-small text-ink-2">undone {sayMoment(undoneAt, zone)}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
