import { FilePlus } from 'lucide-react';
import { useRef, useState } from 'react';
import { pathOf } from '@vestibul/contract';
import { useZone } from '../../../parts/hall/useSession';
import { buttonClass } from '../../../parts/ui/Button';
import { sayBytes, sayList, sayMoment } from '../../../parts/ui/format';
import { Pages } from '../../../parts/ui/Pages';
import { api } from '../../../state/api';
import { useAppSelector } from '../../../state/store';
import { sendFiles } from '../../../state/uploader';
import { FileRow } from './FileRow';
import { OnItsWay } from './OnItsWay';
import { useDelete } from './useDelete';

/** What is here and is turned in nowhere: put here, or taken back. Only its owner can open it. */
export function Loose() {
  const zone = useZone();
  const [pages, setPages] = useState<string[]>([]);
  const { data } = api.useListMyLooseQuery({ query: { before: pages.at(-1) ?? '' } });
  const remove = useDelete();
  const head = useRef<HTMLHeadingElement>(null);
  const sending = useAppSelector((state) => state.tray).filter(
    (one) => one.assignmentId === null && one.changes === null,
  );
  if (!data) return null;
  return (
    <section aria-labelledby="loose" className="mb-5 grid gap-2">
      <h2 id="loose" ref={head} tabIndex={-1}>
        Not turned in
      </h2>
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
            <FileRow
              key={file.id}
              file={file}
              href={pathOf('readMyFile', { fileId: file.id })}
              version={file.changedAt}
              onDelete={() =>
                void remove(file, false).then(() => head.current?.focus({ preventScroll: true }))
              }
            >
              <p className="text-small text-ink-2">
                {file.form}, {sayBytes(file.bytes)} · {sayMoment(file.changedAt, zone)}
                {file.was ? ` · was turned in for ${file.was.assignment} and came back` : ''}
                {file.trays.length > 0
                  ? ` · is in the tray of ${sayList(file.trays.map(({ title }) => title))}`
                  : ''}
              </p>
              <p className="text-small text-ink-2">It is yours. Only you can open it.</p>
            </FileRow>
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
