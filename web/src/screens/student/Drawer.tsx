import { FilePlus, FileUp, X } from 'lucide-react';
import { useState } from 'react';
import { pathOf } from '@vestibul/contract';
import type { FileId } from '@vestibul/core';
import { buttonClass } from '../../parts/ui/Button';
import { sayBytes, sayList, sayMoment } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { Thumbnail } from '../../parts/piece/Thumbnail';
import { ProgressBar } from '../../parts/ui/ProgressBar';
import { sayFailure } from '../../parts/messages/sentences';
import { Empty, Read, Together } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useZone } from '../../parts/hall/useSession';
import { Pages } from '../../parts/ui/Pages';
import { api } from '../../state/api';
import { useAppSelector } from '../../state/store';
import type { Sending } from '../../state/traySlice';
import { forget, sendFiles, sendVersion } from '../../state/uploader';
import { CopyLink } from './CopyLink';
import { StudentFrame } from './StudentFrame';

/** Where it is shown what a file looks like. */
const small = 'absolute top-3.5 left-4 h-15 w-20 rounded-sm border border-line object-cover object-top';

const newest = { query: { before: '' } };

/** The student's own files: where each lies and who can open it. */
export function Drawer() {
  usePageTitle('Drawer');
  const zone = useZone();
  const [pages, setPages] = useState<string[]>([]);
  const files = api.useListMyFilesQuery({ query: { before: pages.at(-1) ?? '' } });
  const loose = api.useListMyLooseQuery(newest);
  const copies = api.useListMyCopiesQuery(newest);
  return (
    <StudentFrame place="Drawer">
      <h1 className="mb-1">Drawer</h1>
      <p className="mb-4 text-ink-2">Your own files. You are the owner of all of them.</p>
      <Together of={[files, loose, copies]} what="Opening the drawer">
        <HandedOut />
        <Loose />
        <Read of={files} what="Opening the drawer">
          {(data) =>
            data.files.length === 0 ? (
              <Empty title="Nothing is turned in yet">
                <p>What you turn in is here, under its proper name.</p>
              </Empty>
            ) : (
              <>
                <h2 className="mb-2">Turned in</h2>
                <ul className="grid list-none gap-2 p-0">
                  {data.files.map((file) => (
                    <li
                      key={file.pieceId}
                      className="relative grid min-h-22 content-start gap-1 rounded-lg border border-line bg-surface py-3 pr-4 pl-28"
                    >
                      <Thumbnail
                        source={pathOf('readMyThumbnail', { fileId: file.id })}
                        version={file.driftedAt ?? ''}
                        form={file.form}
                        className={small}
                      />
                      <a
                        href={`${pathOf('readPiece', { pieceId: file.pieceId })}?download=1`}
                        className="font-mono font-semibold [overflow-wrap:anywhere] text-act"
                      >
                        {file.name}
                      </a>
                      <p className="text-small text-ink-2 [overflow-wrap:anywhere]">
                        was {file.originalName} · {file.form}, {sayBytes(file.bytes)} · turned in{' '}
                        {sayMoment(file.turnedInAt, zone)}
                      </p>
                      <p className="text-small text-ink-2">
                        In {file.folderName ? <code>{file.folderName}</code> : file.courseTitle} · can be
                        opened by you
                        {file.canOpen.length > 0 ? ` and ${file.canOpen.join(', ')}` : ''}
                      </p>
                      {file.driftedAt ? (
                        <p className="text-small font-semibold">
                          You changed it on {sayMoment(file.driftedAt, zone)}; what you turned in is kept as
                          it was.{' '}
                          <a href={pathOf('readMyFile', { fileId: file.id })} className="text-act underline">
                            Open your version
                          </a>
                        </p>
                      ) : null}
                      {file.form === 'link' ? null : <NewerVersion of={file} />}
                    </li>
                  ))}
                </ul>
                <Pages of="the drawer" pages={pages} next={data.next} onTurn={setPages} byTime />
              </>
            )
          }
        </Read>
      </Together>
    </StudentFrame>
  );
}

/** Goes on working on what was turned in: the newer file is its owner's, and what was turned in stays. */
function NewerVersion({ of: { id, name } }: { of: { id: FileId; name: string } }) {
  const sending = useAppSelector((state) => state.tray).filter((one) => one.changes === id);
  return (
    <>
      {sending.map((one) => (
        <OnItsWay key={one.key} sending={one} />
      ))}
      <label className="relative inline-flex min-h-6 cursor-pointer items-center gap-1.5 justify-self-start text-small font-semibold text-act focus-within:outline-3 focus-within:outline-brass-mark">
        <FileUp aria-hidden="true" className="size-4" /> Upload newer version
        <input
          type="file"
          aria-label={`Upload newer version of ${name}`}
          className="absolute inset-0 cursor-pointer opacity-0"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) sendVersion(id, file);
            event.target.value = '';
          }}
        />
      </label>
    </>
  );
}

/** A file on its way into the drawer, or why it cannot come. */
function OnItsWay({ sending: { key, originalName, status, failure, sent, bytes } }: { sending: Sending }) {
  return (
    <div className="grid gap-1">
      <code className="[overflow-wrap:anywhere]">{originalName}</code>
      {status === 'failed' ? (
        <p role="alert" className="text-small font-semibold text-brick">
          {sayFailure(failure)}{' '}
          <button type="button" className="underline" onClick={() => forget(key)}>
            Remove
          </button>
        </p>
      ) : (
        <ProgressBar
          label={originalName}
          share={sent / Math.max(1, bytes)}
          className="h-1.25 bg-ground"
          fill="bg-act"
        />
      )}
    </div>
  );
}

/** What is here and is turned in nowhere: put here, or taken back. Only its owner can open it. */
function Loose() {
  const zone = useZone();
  const [pages, setPages] = useState<string[]>([]);
  const { data } = api.useListMyLooseQuery({ query: { before: pages.at(-1) ?? '' } });
  const [drop] = api.useDropFileMutation();
  const sending = useAppSelector((state) => state.tray).filter(
    (one) => one.assignmentId === null && one.changes === null,
  );
  if (!data) return null;
  return (
    <section aria-labelledby="loose" className="mb-5 grid gap-2">
      <h2 id="loose">Not turned in</h2>
      {data.files.length + sending.length === 0 ? (
        <p className="text-ink-2">
          Nothing. Files you put here can be turned in later without uploading again.
        </p>
      ) : (
        <ul className="grid list-none gap-2 p-0">
          {sending.map((one) => (
            <li key={one.key} className="rounded-lg border border-line bg-surface px-4 py-3">
              <OnItsWay sending={one} />
            </li>
          ))}
          {data.files.map((file) => (
            <li
              key={file.id}
              className="relative flex min-h-22 items-start gap-2 rounded-lg border border-line bg-surface py-3 pr-4 pl-28"
            >
              <Thumbnail
                source={pathOf('readMyThumbnail', { fileId: file.id })}
                version={file.changedAt}
                form={file.form}
                className={small}
              />
              <div className="grid min-w-0 gap-1">
                <a
                  href={pathOf('readMyFile', { fileId: file.id })}
                  className="font-mono font-semibold [overflow-wrap:anywhere] text-act"
                >
                  {file.name}
                </a>
                <p className="text-small text-ink-2">
                  {file.form}, {sayBytes(file.bytes)} · {sayMoment(file.changedAt, zone)}
                  {file.was ? ` · was turned in for ${file.was.assignment} and came back` : ''}
                  {file.trays.length > 0
                    ? ` · is in the tray of ${sayList(file.trays.map(({ title }) => title))}`
                    : ''}
                </p>
                <p className="text-small text-ink-2">Can be opened by you alone</p>
              </div>
              {file.was ? null : (
                <button
                  type="button"
                  aria-label={`Put ${file.name} away`}
                  className="-mr-2 ml-auto grid size-11 shrink-0 place-items-center rounded text-ink-2 hover:bg-ground"
                  onClick={() =>
                    void drop({ params: { fileId: file.id } }).then(({ error }) =>
                      error ? tellFailure(error) : tell(`‘${file.name}’ is removed from the drawer.`),
                    )
                  }
                >
                  <X aria-hidden="true" className="size-5" />
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <Pages of="what is not turned in" pages={pages} next={data.next} onTurn={setPages} byTime />
      <label
        className={`${buttonClass('quiet')} relative cursor-pointer justify-self-start focus-within:outline-3 focus-within:outline-brass-mark`}
      >
        <FilePlus aria-hidden="true" className="size-5" /> Put files into the drawer
        <input
          type="file"
          multiple
          className="absolute inset-0 cursor-pointer opacity-0"
          onChange={(event) => {
            sendFiles(null, [...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
      </label>
    </section>
  );
}

/** What teachers have handed out: the student's own copies, the newest first. */
function HandedOut() {
  const [pages, setPages] = useState<string[]>([]);
  const { data } = api.useListMyCopiesQuery({ query: { before: pages.at(-1) ?? '' } });
  if (!data || (data.copies.length === 0 && pages.length === 0)) return null;
  return (
    <section aria-labelledby="handed-out" className="mb-5 grid gap-2">
      <h2 id="handed-out">Handed out to you</h2>
      {data.copies.map((copy) => (
        <CopyLink key={copy.id} copy={copy} />
      ))}
      <Pages of="what was handed out" pages={pages} next={data.next} onTurn={setPages} byTime />
    </section>
  );
}
