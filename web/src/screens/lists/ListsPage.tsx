import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { Link } from 'react-router';
import { LARGEST_PACKAGE, pathOf, type AnswerOf, type ErrorAnswer } from '@vestibul/contract';
import { packageChangeKinds, type PackageChangeKind, type PackageId, type PersonId } from '@vestibul/core';
import { Button, buttonClass } from '../../parts/ui/Button';
import { sayBytes, sayCount } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { PageFrame } from '../../parts/hall/PageFrame';
import { sayPackageFault } from '../../parts/messages/sentences';
import { Empty, Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { Pages } from '../../parts/ui/Pages';
import { api } from '../../state/api';

type Page = AnswerOf<'readPackage'>;
type Change = Page['changes'][number];
type Same = ReadonlyMap<string, PersonId | null>;

const words: Record<PackageChangeKind, readonly [one: string, many: string]> = {
  fault: ['thing to look at', 'things to look at'],
  asked: ['to be asked about', 'to be asked about'],
  address: ['new address to sign in', 'new addresses to sign in'],
  year: ['new year', 'new years'],
  course: ['new course', 'new courses'],
  period: ['new period', 'new periods'],
  person: ['new person', 'new people'],
  'new name': ['new name', 'new names'],
  staff: ['joins a staff', 'join a staff'],
  joins: ['joins', 'join'],
  'comes back': ['comes back', 'come back'],
  moves: ['moves', 'move'],
  leaves: ['leaves', 'leave'],
};

/** The office's page for a package of lists: what it would change, seen before it is applied; and applied again, nothing. */
export function ListsPage() {
  usePageTitle('Package of lists');
  const [id, setId] = useState<PackageId | null>(null);
  const [busy, setBusy] = useState(false);
  const send = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > LARGEST_PACKAGE)
      return tellFailure({
        code: 'file-too-large',
        details: { name: file.name, most: sayBytes(LARGEST_PACKAGE) },
      });
    setBusy(true);
    try {
      const response = await fetch(pathOf('takePackage'), {
        method: 'POST',
        headers: { 'Content-Type': 'application/zip', 'X-File-Name': encodeURIComponent(file.name) },
        body: file,
      });
      const answer: unknown = await response.json();
      if (response.ok) setId((answer as AnswerOf<'takePackage'>).id);
      else tellFailure((answer as ErrorAnswer).error);
    } catch {
      tellFailure({ code: 'no-connection', details: {} });
    } finally {
      setBusy(false);
    }
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: ([file]) => void send(file),
    noClick: true,
    noKeyboard: true,
    multiple: false,
    useFsAccessApi: false,
  });
  return (
    <PageFrame
      title="A package of lists"
      actions={
        <Link className={buttonClass('quiet')} to="/school">
          School and years
        </Link>
      }
    >
      <section
        {...getRootProps({ role: 'region' })}
        aria-label="Choose a package"
        className={`flex flex-wrap items-center gap-4 rounded-plate border border-dashed border-edge px-5 py-4 ${isDragActive ? 'outline-3 outline-brass-mark' : ''}`}
      >
        <input {...getInputProps({ 'aria-label': 'Package of lists' })} />
        <Button look="go" disabled={busy} onClick={open}>
          {busy ? 'Reading …' : id ? 'Choose another package' : 'Choose a package'}
        </Button>
        <p className="max-w-xl text-ink-2">
          A OneRoster 1.2 CSV package (a ZIP, bulk or delta) from the office’s own system, or drop it here.
          What it would change is shown first; nothing is written until you apply it.
        </p>
      </section>
      {id ? <PackageView key={id} id={id} /> : null}
    </PageFrame>
  );
}

function PackageView({ id }: { id: PackageId }) {
  const [kind, setKind] = useState<PackageChangeKind | ''>('');
  const [pages, setPages] = useState<number[]>([]);
  const [same, setSame] = useState<Same>(new Map());
  const [addresses, setAddresses] = useState<ReadonlySet<string>>(new Set());
  const page = api.useReadPackageQuery({
    params: { packageId: id },
    query: { kind, after: pages.at(-1) ?? 0 },
  });
  const [apply, { isLoading }] = api.useApplyPackageMutation();
  const act = async () => {
    const body = {
      same: [...same].map(([userId, personId]) => ({ userId, personId })),
      addresses: [...addresses],
    };
    const result = await apply({ params: { packageId: id }, body });
    if (!result.data) return tellFailure(result.error);
    setSame(new Map());
    setAddresses(new Set());
    setKind('');
    setPages([]);
    tell('Applied. Every change is a line of its course’s ledger.');
  };
  const choose = (next: PackageChangeKind | '') => {
    setKind(next);
    setPages([]);
  };
  return (
    <Read of={page} what="Comparing the package with the school">
      {(data) => {
        const changes = packageChangeKinds
          .filter((known) => known !== 'fault' && known !== 'asked' && known !== 'address')
          .reduce((sum, known) => sum + data.counts[known], 0);
        return (
          <section aria-label="What it changes" className="grid grid-cols-1 gap-3">
            <h2 className="font-display text-xl text-ink">{data.name}</h2>
            <div role="group" aria-label="Kinds of change" className="flex flex-wrap gap-2">
              {packageChangeKinds
                .filter((known) => data.counts[known] > 0)
                .map((known) => (
                  <button
                    key={known}
                    type="button"
                    aria-pressed={kind === known}
                    onClick={() => choose(kind === known ? '' : known)}
                    className={`rounded-lg border px-3 py-1.5 aria-pressed:border-brass-mark aria-pressed:bg-brass-soft ${known === 'fault' ? 'border-brick text-brick' : 'border-edge bg-surface text-ink'}`}
                  >
                    <b>{data.counts[known]}</b> {words[known][data.counts[known] === 1 ? 0 : 1]}
                  </button>
                ))}
            </div>
            {data.changes.length === 0 ? (
              <Empty title="Nothing would change">
                <p>The school is as the package says.</p>
              </Empty>
            ) : (
              <>
                <ul className="grid grid-cols-1 list-none gap-0 rounded-plate border border-line bg-surface p-0">
                  {data.changes.map((change) => (
                    <li
                      key={`${change.kind}${change.id}${change.course}`}
                      className="border-b border-line px-4 py-1.5 last:border-b-0"
                    >
                      <ChangeRow
                        change={change}
                        answer={same.get(change.id)}
                        onAnswer={(personId) => setSame(new Map(same).set(change.id, personId))}
                        takesAddress={addresses.has(change.id)}
                        onAddress={(takes) => {
                          const next = new Set(addresses);
                          if (takes) next.add(change.id);
                          else next.delete(change.id);
                          setAddresses(next);
                        }}
                      />
                    </li>
                  ))}
                </ul>
                <Pages of="the changes" pages={pages} next={data.next} onTurn={setPages} />
              </>
            )}
            <div className="sticky -bottom-3 z-2 flex flex-wrap items-center gap-3 border-t border-line bg-wall py-3">
              <Button
                look="go"
                disabled={isLoading || changes + same.size + addresses.size === 0}
                onClick={() => void act()}
              >
                {isLoading
                  ? 'Applying …'
                  : `Apply ${sayCount(changes + same.size + addresses.size, 'change')}`}
              </Button>
              <p className="text-ink-2">
                All or nothing.{' '}
                {data.counts.asked - same.size > 0
                  ? `People left unanswered are not added: ${sayCount(data.counts.asked - same.size, 'person', 'people')}. `
                  : ''}
                {data.counts.address - addresses.size > 0
                  ? 'A sign-in address only changes if you say yes.'
                  : ''}
              </p>
            </div>
          </section>
        );
      }}
    </Read>
  );
}

interface ChangeRowProps {
  change: Change;
  answer: PersonId | null | undefined;
  onAnswer: (personId: PersonId | null) => void;
  /** Whether somebody's new address is taken. */
  takesAddress: boolean;
  onAddress: (takes: boolean) => void;
}

function ChangeRow({ change, answer, onAnswer, takesAddress, onAddress }: ChangeRowProps) {
  if (change.kind === 'fault') {
    return (
      <p className="text-brick">
        {sayPackageFault({
          code: change.says,
          file: change.course,
          line: Number(change.period) || 0,
          found: change.person,
        })}
      </p>
    );
  }
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      <span className="w-28 text-small text-ink-2">{words[change.kind][0]}</span>
      <b className="font-semibold">{change.person || change.course || change.says}</b>
      <span className="text-small text-ink-2">
        {(change.person
          ? [change.course, change.period, change.says]
          : [change.period, change.course ? change.says : '']
        )
          .filter(Boolean)
          .join(' · ')}
      </span>
      {change.kind === 'address' ? (
        <label className="ml-auto flex items-center gap-2">
          <input
            type="checkbox"
            aria-label={`Yes, the new address of ${change.person}`}
            checked={takesAddress}
            onChange={(event) => onAddress(event.target.checked)}
          />
          yes, from now on
        </label>
      ) : null}
      {change.kind === 'asked' ? (
        <select
          aria-label={`Who ${change.person} is`}
          className="ml-auto max-w-full min-w-0 rounded border border-edge bg-surface px-2 py-1 text-ink"
          value={answer === undefined ? '?' : (answer ?? '')}
          onChange={(event) => onAnswer((event.target.value || null) as PersonId | null)}
        >
          <option value="?" disabled>
            who is this?
          </option>
          {change.candidates.map((person) => (
            <option key={person.id} value={person.id}>
              {[person.name, person.email, person.number].filter(Boolean).join(' · ')}
            </option>
          ))}
          <option value="">a new person</option>
        </select>
      ) : null}
    </div>
  );
}
