import { FilePlus, X } from 'lucide-react';
import { useState } from 'react';
import { MOST_FILES, type AnswerOf } from '@vestibul/contract';
import type { AssignmentId } from '@vestibul/core';
import { Button, buttonClass } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayBytes, sayCount } from '../../parts/ui/format';
import { announce } from '../../parts/messages/announce';
import { tell } from '../../parts/messages/Notices';
import { NotYet } from '../../parts/hall/NotYet';
import { usePress } from '../../parts/hall/usePress';
import { ProgressBar } from '../../parts/ui/ProgressBar';
import { sayFailure } from '../../parts/messages/sentences';
import { TitleOptions } from '../../parts/assignments/TitleOptions';
import { api } from '../../state/api';
import { Leave } from './Leave';
import type { PageFailure } from '../../state/contractQuery';
import { sendFile } from '../../state/sendFile';
import { useAppDispatch } from '../../state/store';

type Door = AnswerOf<'readDoor'>;

interface GuestTrayProps {
  door: Door;
  token: string;
  visit: NonNullable<Door['visit']>;
}

interface Sending {
  key: string;
  name: string;
  share: number;
  failure: PageFailure | null;
}

/** What a guest is about to hand in. */
export function GuestTray({ door, token, visit }: GuestTrayProps) {
  const dispatch = useAppDispatch();
  const [deliver, { isLoading }] = api.useDeliverMutation();
  const [drop] = api.useDropUploadMutation();
  const [sending, setSending] = useState<Sending[]>([]);
  const [forWhat, setForWhat] = useState('');
  const arrived = visit.uploads.filter((upload) => upload.arrived);
  const isReady = arrived.length > 0 && sending.every(({ failure }) => failure !== null);
  const change = (key: string, part: Partial<Sending>) =>
    setSending((all) => all.map((one) => (one.key === key ? { ...one, ...part } : one)));
  const readAgain = () => dispatch(api.util.invalidateTags(['Door']));

  const add = async (files: File[]) => {
    const room = MOST_FILES - visit.uploads.length;
    if (files.length > room) tell(`At most ${MOST_FILES} files. ${Math.max(0, room)} of these were added.`);
    for (const file of files.slice(0, Math.max(0, room))) {
      const key = crypto.randomUUID();
      setSending((all) => [...all, { key, name: file.name, share: 0, failure: null }]);
      const sent = await sendFile({ door: '1' }, file, (share) => change(key, { share }));
      if ('failure' in sent) change(key, { failure: sent.failure });
      else {
        setSending((all) => all.filter((one) => one.key !== key));
        announce(`‘${file.name}’ is uploaded, not turned in yet.`);
      }
      readAgain();
    }
  };
  const press = usePress(
    (key) =>
      deliver({
        params: { token },
        body: {
          key,
          uploadIds: arrived.map(({ id }) => id),
          assignmentId: (forWhat || null) as AssignmentId | null,
        },
      }),
    // Its receipt comes with the door, which is read again.
    () => {},
  );

  return (
    <>
      <p>
        You are here as <b className="font-semibold">{visit.name}</b>
        {visit.email ? ` (${visit.email}${visit.isConfirmed ? ', confirmed' : ''})` : ''}.{' '}
        <Leave token={token} look="link" label="Not you?" />
      </p>
      {door.choices.length > 0 ? (
        <Field label="Assignment">
          <select className={inputClass} value={forWhat} onChange={(event) => setForWhat(event.target.value)}>
            <option value="">I don’t know</option>
            <TitleOptions of={door.choices} />
          </select>
        </Field>
      ) : null}
      <section aria-label="Tray" className="tray grid gap-2.25 p-3">
        <ul className="grid list-none gap-2.25 p-0">
          {visit.uploads
            .filter((upload) => upload.arrived)
            .map((upload) => (
              <li key={upload.id} className="sheet flex items-center gap-2 p-3">
                <div className="grid min-w-0 flex-1 gap-1">
                  <code className="[overflow-wrap:anywhere]">{upload.originalName}</code>
                  <span className="text-small text-paper-ink-2">
                    {sayBytes(upload.bytes)} · uploaded, not turned in yet
                  </span>
                </div>
                <button
                  type="button"
                  aria-label={`Remove ${upload.originalName}`}
                  className="-m-1 grid size-11 place-items-center rounded text-paper-ink-2"
                  onClick={() => void drop({ params: { uploadId: upload.id } }).then(readAgain)}
                >
                  <X aria-hidden="true" className="size-5" />
                </button>
              </li>
            ))}
          {sending.map((one) => (
            <li key={one.key} className="sheet grid gap-1 p-3">
              <code className="[overflow-wrap:anywhere]">{one.name}</code>
              {one.failure ? (
                <p role="alert" className="text-small font-semibold text-[#a8321f]">
                  {sayFailure(one.failure)}{' '}
                  <button
                    type="button"
                    className="underline"
                    onClick={() => setSending((all) => all.filter(({ key }) => key !== one.key))}
                  >
                    Remove
                  </button>
                </p>
              ) : (
                <ProgressBar
                  label={one.name}
                  share={one.share}
                  className="h-1.25 bg-[#d6d9d2]"
                  fill="bg-[#0b5a4a]"
                />
              )}
            </li>
          ))}
        </ul>
        {visit.uploads.length + sending.length === 0 ? (
          <p className="px-2 py-4 text-center text-ink-2">Nothing in the tray yet.</p>
        ) : null}
        <label
          className={`${buttonClass('quiet')} relative cursor-pointer py-3! focus-within:outline-3 focus-within:outline-brass-mark`}
        >
          <FilePlus aria-hidden="true" className="size-5" /> Choose files
          <input
            type="file"
            multiple
            aria-label="Files to turn in"
            className="absolute inset-0 cursor-pointer opacity-0"
            onChange={(event) => {
              void add([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
        </label>
      </section>
      <NotYet press={press} />
      <Button
        look="go"
        className="rounded-xl! py-4! text-xl!"
        disabled={!isReady || isLoading || press.waits || door.isPreview}
        onClick={press.press}
      >
        {arrived.length > 0 ? `Turn in ${sayCount(arrived.length, 'file')}` : 'Turn in'}
      </Button>
    </>
  );
}
