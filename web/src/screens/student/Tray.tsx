import {
  ArrowUp,
  Camera,
  FilePlus,
  FileText,
  Film,
  ImageIcon,
  Link2,
  Music,
  Plus,
  Table,
  X,
  type LucideIcon,
} from 'lucide-react';
import { Suspense, lazy, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import {
  formOf,
  parseRule,
  splitName,
  writeUniqueNames,
  type AssignmentId,
  type UploadId,
} from '@vestibul/core';
import { MOST_FILES, type AnswerOf } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { DropOver } from '../../parts/ui/DropOver';
import { sayBytes } from '../../parts/ui/format';
import { announce } from '../../parts/messages/announce';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { ProgressBar } from '../../parts/ui/ProgressBar';
import { useLeaveWarning } from '../../parts/ui/useLeaveWarning';
import { useZone } from '../../parts/hall/useSession';
import { api } from '../../state/api';
import type { Sending } from '../../state/traySlice';
import { forget, sendFiles, stopSending } from '../../state/uploader';
import { sayArrival, sayCame, saySending, sayTrayChange, sayWhy } from './sayTray';

// Most turn in a file; the other ways come when they are asked for.
const OtherWays = lazy(() => import('./OtherWays').then(({ OtherWays: view }) => ({ default: view })));

interface TrayProps {
  id: AssignmentId;
  tray: AnswerOf<'readTray'>;
  sending: readonly Sending[];
  /** Whether it is only looked at. */
  isPreview?: boolean;
}

/** The tray: what is about to be turned in, under the names it will have, and the ways of putting something in. */
export function Tray({ id, tray, sending, isPreview = false }: TrayProps) {
  const [drop] = api.useDropUploadMutation();
  const [order] = api.useOrderTrayMutation();
  const [addLink] = api.useAddLinkMutation();
  const [endUpload] = api.useEndUploadMutation();
  const zone = useZone();
  const [otherWays, setOtherWays] = useState(false);
  const [isTouch] = useState(() => matchMedia('(pointer: coarse)').matches);
  const add = (files: readonly File[]) => {
    const room = MOST_FILES - tray.uploads.length - sending.length;
    if (files.length > room)
      tell(`The tray holds ${MOST_FILES} files. ${Math.max(0, room)} of these were added.`);
    sendFiles(id, files.slice(0, Math.max(0, room)));
  };
  const chosen = useRef<HTMLInputElement>(null);
  usePaste(
    !isPreview,
    add,
    (address) =>
      void addLink({ params: { assignmentId: id }, body: { address } }).then(
        ({ error }) => error && tellFailure(error),
      ),
  );
  useLeaveWarning(sending.some((one) => one.status !== 'failed'));

  const before = useRef({ uploads: tray.uploads, sending });
  useEffect(() => {
    const after = { uploads: tray.uploads, sending };
    for (const sentence of sayTrayChange(before.current, after)) announce(sentence);
    before.current = after;
  }, [tray.uploads, sending]);

  const own = new Set(sending.map((one) => one.uploadId));
  const listed = tray.uploads.filter((upload) => !own.has(upload.id));
  const names = namesFor(tray, listed.length, sending);
  const keepRecorded = (uploadId: UploadId) =>
    void endUpload({ params: { uploadId } }).then(({ error }) => error && tellFailure(error));
  const putBefore = (at: number) => {
    const ids = listed.map((upload) => upload.id);
    [ids[at - 1], ids[at]] = [ids[at]!, ids[at - 1]!];
    void order({ params: { assignmentId: id }, body: { uploadIds: ids } }).then(
      ({ error }) => error && tellFailure(error),
    );
  };
  return (
    <section aria-label="Tray" className="tray grid gap-2.25 p-3">
      <DropOver says="Drop it into the tray" onFiles={add} isActive={!isPreview} />
      <input
        ref={chosen}
        type="file"
        multiple
        className="sr-only"
        tabIndex={-1}
        aria-label="Files to turn in"
        onChange={(event) => {
          add([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      <ul className="grid list-none gap-2.25 p-0">
        {listed.map((upload, at) => (
          <Sheet
            key={upload.id}
            form={upload.form}
            name={upload.name}
            originalName={upload.originalName}
            came={sayCame(upload)}
            {...(upload.kind === 'text' ? { writeOn: `/turn-in/${id}/write/${upload.id}` } : {})}
            {...(at > 0 ? { onEarlier: () => putBefore(at) } : {})}
            why={tray.naming.offRule === 'mend' ? '' : sayWhy(upload.faults)}
            share={upload.arrived && upload.kind === 'file' ? 1 : null}
            {...(upload.kind === 'recording' && !upload.arrived
              ? { act: ['Save what was recorded', () => keepRecorded(upload.id)] as const }
              : {})}
            status={sayArrival(upload, zone)}
            onRemove={() =>
              void drop({ params: { uploadId: upload.id } }).then(({ error }) =>
                error ? tellFailure(error) : announce(`‘${upload.name}’ is out of the tray.`),
              )
            }
          />
        ))}
        {sending.map((one, i) => (
          <Sheet
            key={one.key}
            form={formOf(typeGuess(one.originalName), splitName(one.originalName).extension)}
            name={one.status === 'failed' ? one.originalName : names[i]!}
            originalName={one.originalName}
            came={`was ${one.originalName} · ${sayBytes(one.bytes)}`}
            share={one.status === 'failed' ? null : one.sent / Math.max(1, one.bytes)}
            status={saySending(one)}
            failed={one.status === 'failed'}
            onRemove={() => (one.status === 'failed' ? forget(one.key) : void stopSending(one.key))}
          />
        ))}
      </ul>
      {listed.length + sending.length === 0 ? (
        <p className="px-2 py-5 text-center text-ink-2">
          {isTouch ? 'Nothing in the tray yet.' : 'Nothing in the tray yet. Drop files here, or choose them.'}
        </p>
      ) : null}
      <div className="grid grid-cols-2 gap-2">
        {isTouch ? <PhotoButton onFiles={add} /> : null}
        <Button look="quiet" className="py-3!" onClick={() => chosen.current?.click()}>
          <FilePlus aria-hidden="true" className="size-5" /> Choose files
        </Button>
        <Button
          look="quiet"
          className={`py-3! ${isTouch ? 'col-span-2' : ''}`}
          onClick={() => setOtherWays(true)}
        >
          <Plus aria-hidden="true" className="size-5" />{' '}
          {tray.assignment.recording.kinds.length > 0 ? 'Record, link, text …' : 'Link, text, drawer'}
        </Button>
      </div>
      {otherWays ? (
        <Suspense>
          <OtherWays id={id} recording={tray.assignment.recording} onClose={() => setOtherWays(false)} />
        </Suspense>
      ) : null}
    </section>
  );
}

/** The phone's own camera; what it takes goes into the tray. */
function PhotoButton({ onFiles }: { onFiles: (files: File[]) => void }) {
  return (
    <label className="relative inline-flex cursor-pointer items-center justify-center gap-2 rounded-lg border-[1.5px] border-edge bg-surface px-3.5 py-3 font-[620] focus-within:outline-3 focus-within:outline-brass-mark">
      <Camera aria-hidden="true" className="size-5" /> Take a photo
      <input
        type="file"
        accept="image/*"
        capture="environment"
        className="absolute inset-0 cursor-pointer opacity-0"
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
    </label>
  );
}

/** The names that files on their way will get, as this page knows it; the server has the last word. */
function namesFor(tray: AnswerOf<'readTray'>, before: number, sending: readonly Sending[]): string[] {
  const rule = parseRule(tray.naming.rule);
  if (!rule.ok) return sending.map((one) => one.originalName);
  const taken = [...tray.naming.taken, ...tray.uploads.slice(0, before).map((upload) => upload.name)];
  return writeUniqueNames(
    rule.rule,
    sending.map((one, i) => ({
      values: {
        ...tray.naming.values,
        n: before + i + 1,
        original: splitName(one.originalName).stem,
      },
      extension: splitName(one.originalName).extension,
      units: tray.naming.units,
    })),
    taken,
  ).map((written) => written.name);
}

/** Files that are pasted go into the tray; so does an address, where nobody is writing. */
function usePaste(
  active: boolean,
  onFiles: (files: File[]) => void,
  onAddress: (address: string) => void,
): void {
  const latest = useRef({ onFiles, onAddress });
  useLayoutEffect(() => {
    latest.current = { onFiles, onAddress };
  });
  useEffect(() => {
    if (!active) return;
    const paste = (event: ClipboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]'))
        return;
      const files = [...(event.clipboardData?.files ?? [])];
      const text = event.clipboardData?.getData('text/plain').trim() ?? '';
      if (files.length > 0) latest.current.onFiles(files);
      else if (/^https?:\/\/\S+$/i.test(text)) latest.current.onAddress(text);
      else return;
      event.preventDefault();
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [active]);
}

const icons: Record<string, LucideIcon> = {
  photo: ImageIcon,
  picture: ImageIcon,
  sound: Music,
  video: Film,
  table: Table,
  link: Link2,
};

function typeGuess(name: string): string {
  const { extension } = splitName(name);
  if (['jpg', 'jpeg', 'heic'].includes(extension)) return 'image/jpeg';
  if (['png', 'gif', 'webp'].includes(extension)) return 'image/png';
  if (['mp4', 'mov', 'webm'].includes(extension)) return 'video/mp4';
  if (['mp3', 'wav', 'm4a', 'ogg'].includes(extension)) return 'audio/mpeg';
  return '';
}

interface SheetProps {
  form: string;
  name: string;
  originalName: string;
  /** Where it came from, in a few words. */
  came: string;
  /** Of a text: where it is written on. */
  writeOn?: string;
  /** What else can be done with it. */
  act?: readonly [string, () => void];
  /** Puts it before the one that lies before it; the first has none. */
  onEarlier?: () => void;
  /** From 0 to 1; null where there is no line to fill. */
  share: number | null;
  status: string;
  failed?: boolean;
  /** Why it does not keep the name it came with. */
  why?: string;
  onRemove: () => void;
}

function Sheet({
  form,
  name,
  originalName,
  came,
  writeOn,
  act,
  onEarlier,
  share,
  status,
  failed = false,
  why = '',
  onRemove,
}: SheetProps) {
  const Icon = icons[form] ?? FileText;
  return (
    <li className="sheet grid grid-cols-[44px_1fr_auto] gap-3 p-2.25">
      <span className="grid place-items-center rounded bg-[#e4e2d6] text-paper-ink-2">
        <Icon aria-hidden="true" className="size-6" />
      </span>
      <div className="min-w-0">
        <code className="block text-[0.9rem] leading-tight font-semibold [overflow-wrap:anywhere]">
          {name}
        </code>
        <p
          className={`my-1 text-small [overflow-wrap:anywhere] ${failed ? 'font-semibold text-[#a8321f]' : 'text-paper-ink-2'}`}
          role={failed ? 'alert' : undefined}
        >
          {failed ? '' : `${came} · `}
          {status}
        </p>
        {writeOn ? (
          <Link to={writeOn} className="mb-1 inline-block rounded font-semibold text-[#0b5a4a]">
            Write on
          </Link>
        ) : null}
        {act ? (
          <button
            type="button"
            onClick={act[1]}
            className="mb-1 rounded font-semibold text-[#0b5a4a] underline"
          >
            {act[0]}
          </button>
        ) : null}
        {why ? <p className="mb-1 text-small text-paper-ink-2">{why}</p> : null}
        {share === null ? null : (
          <ProgressBar
            label={originalName}
            share={share}
            className="h-1.25 bg-[#d6d9d2]"
            fill="bg-[#0b5a4a]"
          />
        )}
      </div>
      <div className="-m-1 grid content-start">
        <button
          type="button"
          aria-label={`Remove ${originalName} from the tray`}
          onClick={onRemove}
          className="grid size-11 place-items-center rounded text-paper-ink-2 hover:text-paper-ink"
        >
          <X aria-hidden="true" className="size-5" />
        </button>
        {onEarlier ? (
          <button
            type="button"
            aria-label={`Move ${originalName} up`}
            onClick={onEarlier}
            className="grid size-11 place-items-center rounded text-paper-ink-2 hover:text-paper-ink"
          >
            <ArrowUp aria-hidden="true" className="size-5" />
          </button>
        ) : null}
      </div>
    </li>
  );
}
