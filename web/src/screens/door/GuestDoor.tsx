import { useState, type FormEvent } from 'react';
import { useParams } from 'react-router';
import type { AnswerOf } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { FormFailure } from '../../parts/messages/FormFailure';
import { sayMoment } from '../../parts/ui/format';
import { Mark } from '../../parts/hall/Mark';
import { Markdown } from '../../parts/ui/Markdown';
import { sayFailure } from '../../parts/messages/sentences';
import { Loading } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api } from '../../state/api';
import { GuestTray } from './GuestTray';
import { Leave } from './Leave';

type Door = AnswerOf<'readDoor'>;

/** A side door: where somebody without an account hands something in. */
export function GuestDoor() {
  usePageTitle('Turn in');
  const { token = '' } = useParams();
  const door = api.useReadDoorQuery({ params: { token } });
  if (door.error) {
    return (
      <main className="mx-auto grid min-h-dvh max-w-md content-center gap-5 p-6">
        <Mark className="h-14 justify-self-start" />
        <h1>This address doesn’t work</h1>
        <p role="alert">{sayFailure(door.error)}</p>
      </main>
    );
  }
  if (!door.data) return <Loading what="Opening the door" />;
  return <Page door={door.data} token={token} />;
}

function Page({ door, token }: { door: Door; token: string }) {
  const { visit } = door;
  const needsCode = door.domains.length > 0 && visit !== null && !visit.isConfirmed;
  return (
    <div className="mx-auto flex min-h-dvh max-w-xl flex-col px-4.5 pt-3.5 pb-6">
      <header className="mb-5 flex items-center gap-3">
        <Mark className="h-7.5" />
        <p className="min-w-0 leading-tight">
          <b className="block truncate font-semibold">{door.school}</b>
          <span className="block truncate text-small text-ink-2">{door.course}</span>
        </p>
      </header>
      <main className="flex flex-1 flex-col gap-4">
        {door.isPreview ? (
          <p className="rounded-lg bg-brass-soft px-3 py-2">
            This is what a guest sees. You are on this course’s staff, so you can’t turn anything in here.
          </p>
        ) : null}
        <h1 className="text-[2.2rem]!">{door.assignment?.title ?? door.course}</h1>
        {door.note ? <p className="whitespace-pre-wrap">{door.note}</p> : null}
        {door.assignment?.directions ? (
          <div className="border-l-3 border-line pl-3">
            <Markdown text={door.assignment.directions} />
          </div>
        ) : null}
        {visit?.delivered ? <Delivered door={door} token={token} /> : null}
        {door.state !== 'open' ? (
          <Closed door={door} />
        ) : visit === null ? (
          <WhoForm door={door} token={token} />
        ) : needsCode ? (
          <CodeForm door={door} token={token} />
        ) : (
          <GuestTray door={door} token={token} visit={visit} />
        )}
      </main>
    </div>
  );
}

function Closed({ door }: { door: Door }) {
  const when = (at: Door['opensAt']) => (at ? `${sayMoment(at, door.timeZone)}, the school’s time` : '');
  return (
    <p role="status" className="rounded-lg border border-line bg-surface px-4 py-3 text-lg">
      {door.state === 'not yet'
        ? `This door opens ${when(door.opensAt)}.`
        : door.state === 'closed'
          ? `This door closed ${when(door.closesAt)}. Ask the person who gave you the address.`
          : 'This door is closed. Ask the person who gave you the address.'}
    </p>
  );
}

/** Who somebody says they are; at a door for some domains, an address that a code is sent to. */
function WhoForm({ door, token }: { door: Door; token: string }) {
  const [enter, { isLoading, error }] = api.useEnterDoorMutation();
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const isLocked = door.domains.length > 0;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void enter({ params: { token }, body: { name, email } });
  };
  return (
    <form className="grid gap-4" onSubmit={submit}>
      <Field label="Your name" hint="first and last, as your teacher knows it">
        <input
          className={inputClass}
          required
          maxLength={120}
          autoComplete="name"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </Field>
      <Field
        label="E-mail"
        hint={
          isLocked
            ? `of ${door.domains.join(' or ')}: a code is sent to it`
            : 'if you have one; it helps to find your place'
        }
      >
        <input
          className={inputClass}
          type="email"
          required={isLocked}
          autoComplete="email"
          value={email}
          onChange={(event) => setEmail(event.target.value)}
        />
      </Field>
      <FormFailure failure={error} />
      <p className="text-ink-2">
        The staff of {door.course} can see what you turn in and the name you give; no one else can. No account
        is made.
      </p>
      <Button look="go" type="submit" className="py-3.5!" disabled={isLoading || door.isPreview}>
        {isLocked ? 'Send me the code' : 'Continue'}
      </Button>
    </form>
  );
}

function CodeForm({ door, token }: { door: Door; token: string }) {
  const [confirm, { isLoading, error }] = api.useConfirmVisitMutation();
  const [code, setCode] = useState('');
  const [again, setAgain] = useState(false);
  if (again) return <WhoForm door={door} token={token} />;
  return (
    <FormWithFaults className="grid gap-4" onSubmit={() => confirm({ params: { token }, body: { code } })}>
      <Field label="Code" hint={`six digits, sent to ${door.visit?.email ?? ''}`}>
        <input
          className={`${inputClass} max-w-44 font-mono text-2xl tracking-widest`}
          inputMode="numeric"
          autoComplete="one-time-code"
          required
          maxLength={7}
          value={code}
          onChange={(event) => setCode(event.target.value)}
        />
      </Field>
      <FormFailure failure={error} />
      <Button look="go" type="submit" className="py-3.5!" disabled={isLoading}>
        Confirm the code
      </Button>
      <button
        type="button"
        className="justify-self-start rounded font-semibold text-act underline"
        onClick={() => setAgain(true)}
      >
        Another address, or a new code
      </button>
    </FormWithFaults>
  );
}

/** What was handed in last, and the proof of it. */
function Delivered({ door, token }: { door: Door; token: string }) {
  const { delivered } = door.visit!;
  if (!delivered) return null;
  return (
    <section
      aria-label="Receipt"
      role="status"
      className="grid gap-2 rounded-xl border border-line bg-surface p-4"
    >
      <h2 className="text-xl! text-ink!">It arrived.</h2>
      <p>
        {sayMoment(delivered.at, door.timeZone)}, the school’s time · line {delivered.line} of the school’s
        ledger
      </p>
      <ul className="grid list-none gap-1.5 p-0">
        {delivered.pieces.map((piece) => (
          <li key={piece.sha256} className="[overflow-wrap:anywhere]">
            <code className="font-semibold">{piece.originalName}</code>
            <span className="block text-small text-ink-2">SHA-256 {piece.sha256}</span>
          </li>
        ))}
      </ul>
      <a className="justify-self-start rounded font-semibold text-act" href={`/api/doors/${token}/receipt`}>
        Save the receipt as a file
      </a>
      <p className="text-small text-ink-2">
        It proves that exactly this work was turned in here at this time. The staff will sort it.
      </p>
      <Leave token={token} look="go" label="Done: forget me on this device" />
    </section>
  );
}
