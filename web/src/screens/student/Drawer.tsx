import { useState } from 'react';
import { pathOf } from '@vestibul/contract';
import { sayBytes, sayMoment } from '../../parts/format';
import { Empty, Read } from '../../parts/States';
import { usePageTitle } from '../../parts/usePageTitle';
import { useZone } from '../../parts/useSession';
import { Pages } from '../../parts/Pages';
import { api } from '../../state/api';
import { CopyLink } from './CopyLink';
import { StudentFrame } from './StudentFrame';

/** The student's own files: where each lies and who can open it. */
export function Drawer() {
  usePageTitle('Drawer');
  const zone = useZone();
  const [pages, setPages] = useState<string[]>([]);
  const files = api.useListMyFilesQuery({ query: { before: pages.at(-1) ?? '' } });
  return (
    <StudentFrame place="Drawer">
      <h1 className="mb-1">Drawer</h1>
      <p className="mb-4 text-ink-2">Your own files. You are the owner of all of them.</p>
      <HandedOut />
      <Read of={files} what="Opening the drawer">
        {(data) =>
          data.files.length === 0 ? (
            <Empty title="The drawer is empty">
              <p>What you turn in is kept here, under its proper name.</p>
            </Empty>
          ) : (
            <>
              <ul className="grid list-none gap-2 p-0">
                {data.files.map((file) => (
                  <li
                    key={file.pieceId}
                    className="grid gap-1 rounded-lg border border-line bg-surface px-4 py-3"
                  >
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
                      Lies in {file.folderName ? <code>{file.folderName}</code> : file.courseTitle} · can be
                      opened by you
                      {file.canOpen.length > 0 ? ` and ${file.canOpen.join(', ')}` : ''}
                    </p>
                    {file.driftedAt ? (
                      <p className="text-small font-semibold">
                        You changed it on {sayMoment(file.driftedAt, zone)}; what you turned in is kept as it
                        was.
                      </p>
                    ) : null}
                  </li>
                ))}
              </ul>
              <Pages of="the drawer" pages={pages} next={data.next} onTurn={setPages} byTime />
            </>
          )
        }
      </Read>
    </StudentFrame>
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
