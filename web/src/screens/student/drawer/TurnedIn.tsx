import { FileUp } from 'lucide-react';
import { useRef } from 'react';
import { pathOf, type AnswerOf } from '@vestibul/contract';
import type { FileId } from '@vestibul/core';
import { usePerson } from '../../../parts/hall/useSession';
import { sayBytes, sayMoment } from '../../../parts/ui/format';
import { useAppSelector } from '../../../state/store';
import { sendVersion } from '../../../state/uploader';
import { FileRow } from './FileRow';
import { OnItsWay } from './OnItsWay';
import { sayMine, sayOpeners } from './sayOpeners';
import { useDelete } from './useDelete';

/** What is turned in: whose each file is, where it lies and who can open it. */
export function TurnedIn({ files, zone }: { files: AnswerOf<'listMyFiles'>['files']; zone: string }) {
  const me = usePerson().id;
  const remove = useDelete();
  const head = useRef<HTMLHeadingElement>(null);
  return (
    <>
      <h2 ref={head} tabIndex={-1} className="mb-2">
        Turned in
      </h2>
      <ul className="grid list-none gap-2 p-0">
        {files.map((file) => {
          const isMine = file.owner.kind === 'person' && file.owner.person.id === me;
          return (
            <FileRow
              key={file.pieceId}
              file={file}
              href={`${pathOf('readPiece', { pieceId: file.pieceId })}?download=1`}
              version={file.driftedAt ?? ''}
              onDelete={
                isMine
                  ? () => void remove(file, true).then(() => head.current?.focus({ preventScroll: true }))
                  : undefined
              }
            >
              <p className="text-small text-ink-2 [overflow-wrap:anywhere]">
                was {file.originalName} · {file.form}, {sayBytes(file.bytes)} · turned in{' '}
                {sayMoment(file.turnedInAt, zone)}
              </p>
              <p className="text-small text-ink-2">
                {sayMine(file.owner, me)} It is in{' '}
                {file.folderName ? <code>{file.folderName}</code> : file.courseTitle}.{' '}
                {sayOpeners(file.canOpen)}
                {file.keptAt
                  ? ` The school keeps a copy of its own since ${sayMoment(file.keptAt, zone)}.`
                  : ''}
              </p>
              {file.driftedAt ? (
                <p className="text-small font-semibold">
                  You changed it on {sayMoment(file.driftedAt, zone)}; what you turned in is kept as it was.{' '}
                  <a href={pathOf('readMyFile', { fileId: file.id })} className="text-act underline">
                    Open your version
                  </a>
                </p>
              ) : null}
              {isMine ? <NewerVersion of={file} /> : null}
            </FileRow>
          );
        })}
      </ul>
    </>
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
