import { Camera, FilePlus, FileText, Film, ImageIcon, Music, Table, X, type LucideIcon } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { formOf, parseRule, splitName, writeUniqueNames, type AssignmentId } from '@vestibul/core';
import { MOST_FILES, type AnswerOf } from '@vestibul/contract';
import { Button } from '../../parts/Button';
import { sayBytes } from '../../parts/format';
import { tell, tellFailure } from '../../parts/Notices';
import { sayFailure } from '../../parts/sentences';
import { api } from '../../state/api';
import type { Sending } from '../../state/traySlice';
import { forget, sendFiles, stopSending } from '../../state/uploader';

interface TrayProps {
  id: AssignmentId;
  tray: AnswerOf<'readTray'>;
  sending: readonly Sending[];
}

/** The tray: what is about to be turned in, under the names it will have, and the ways of putting something in. */
export function Tray({ id, tray, sending }: TrayProps) {
  const [drop] = api.useDropUploadMutation();
  const [isTouch] = useState(() => matchMedia('(pointer: coarse)').matches);
  const add = (files: readonly File[]) => {
    const room = MOST_FILES - tray.uploads.length - sending.length;
    if (files.length > room)
      tell(`The tray holds ${MOST_FILES} files. ${Math.max(0, room)} of these were taken.`);
    sendFiles(id, files.slice(0, Math.max(0, room)));
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => add(files),
    noClick: true,
    noKeyboard: true,
    useFsAccessApi: false,
  });
  useLeaveWarning(sending.some((one) => one.status !== 'failed'));

  const own = new Set(sending.map((one) => one.uploadId));
  const listed = tray.uploads.filter((upload) => !own.has(upload.id));
  const names = namesFor(tray, listed.length, sending);
  return (
    <section
      {...getRootProps({ role: 'region' })}
      aria-label="Tray"
      className={`tray grid gap-2.25 p-3 ${isDragActive ? 'outline-3 outline-brass-mark' : ''}`}
    >
      <input {...getInputProps({ 'aria-label': 'Files to turn in' })} />
      <ul className="grid list-none gap-2.25 p-0" aria-live="polite">
        {listed.map((upload) => (
          <Sheet
            key={upload.id}
            form={upload.form}
            name={upload.name}
            originalName={upload.originalName}
            bytes={upload.bytes}
            share={upload.arrived ? 1 : null}
            status={
              upload.arrived ? 'arrived' : 'stopped half way: choose the same file again and it goes on'
            }
            onRemove={() =>
              void drop({ params: { uploadId: upload.id } }).then(({ error }) => error && tellFailure(error))
            }
          />
        ))}
        {sending.map((one, i) => (
          <Sheet
            key={one.key}
            form={formOf(typeGuess(one.originalName), splitName(one.originalName).extension)}
            name={one.status === 'failed' ? one.originalName : names[i]!}
            originalName={one.originalName}
            bytes={one.bytes}
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
      <div className={`grid gap-2 ${isTouch ? 'grid-cols-2' : ''}`}>
        {isTouch ? <PhotoButton onFiles={add} /> : null}
        <Button look="quiet" className="py-3!" onClick={open}>
          <FilePlus aria-hidden="true" className="size-5" /> Choose files
        </Button>
      </div>
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
    sending.map((one) => ({ values: tray.naming.values, extension: splitName(one.originalName).extension })),
    taken,
  ).map((written) => written.name);
}

function saySending(one: Sending): string {
  switch (one.status) {
    case 'queued':
      return 'waits its turn';
    case 'sending':
      return `${Math.floor((100 * one.sent) / Math.max(1, one.bytes))} %`;
    case 'waiting':
      return 'connection lost; it goes on by itself';
    case 'failed':
      return sayFailure(one.failure);
  }
}

const icons: Record<string, LucideIcon> = {
  photo: ImageIcon,
  picture: ImageIcon,
  sound: Music,
  video: Film,
  table: Table,
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
  bytes: number;
  /** From 0 to 1; null where there is no line to fill. */
  share: number | null;
  status: string;
  failed?: boolean;
  onRemove: () => void;
}

function Sheet({ form, name, originalName, bytes, share, status, failed = false, onRemove }: SheetProps) {
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
          {failed ? '' : `was ${originalName} · ${sayBytes(bytes)} · `}
          {status}
        </p>
        {share === null ? null : (
          <span
            role="progressbar"
            aria-label={originalName}
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={Math.round(share * 100)}
            className="block h-1.25 overflow-hidden rounded-full bg-[#d6d9d2]"
          >
            <span className="block h-full rounded-full bg-[#0b5a4a]" style={{ width: `${share * 100}%` }} />
          </span>
        )}
      </div>
      <button
        type="button"
        aria-label={`Take ${originalName} out of the tray`}
        onClick={onRemove}
        className="-m-1 grid size-11 place-items-center rounded text-paper-ink-2 hover:text-paper-ink"
      >
        <X aria-hidden="true" className="size-5" />
      </button>
    </li>
  );
}

/** The browser asks before a page is left on which a file is still on its way. */
function useLeaveWarning(active: boolean): void {
  useEffect(() => {
    if (!active) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [active]);
}
