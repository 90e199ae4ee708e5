import { Download } from 'lucide-react';
import { useState } from 'react';
import { pathOf } from '@vestibul/contract';
import { useZone } from '../../../parts/hall/useSession';
import { Empty, Read, Together } from '../../../parts/messages/States';
import { buttonClass } from '../../../parts/ui/Button';
import { Pages } from '../../../parts/ui/Pages';
import { usePageTitle } from '../../../parts/ui/usePageTitle';
import { api } from '../../../state/api';
import { CopyLink } from '../CopyLink';
import { StudentFrame } from '../StudentFrame';
import { Loose } from './Loose';
import { Trash } from './Trash';
import { TurnedIn } from './TurnedIn';

const newest = { query: { before: '' } };

/** The student's own files: whose each is, where it lies and who can open it. */
export function Drawer() {
  usePageTitle('Drawer');
  const zone = useZone();
  const [pages, setPages] = useState<string[]>([]);
  const files = api.useListMyFilesQuery({ query: { before: pages.at(-1) ?? '' } });
  const loose = api.useListMyLooseQuery(newest);
  const copies = api.useListMyCopiesQuery(newest);
  const trash = api.useListMyTrashQuery(newest);
  return (
    <StudentFrame place="Drawer">
      <h1 className="mb-1">Drawer</h1>
      <p className="mb-4 text-ink-2">Your own files. They stay yours when you turn them in.</p>
      <Together of={[files, loose, copies, trash]} what="Opening the drawer">
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
                <TurnedIn files={data.files} zone={zone} />
                <Pages of="the drawer" pages={pages} next={data.next} onTurn={setPages} byTime />
              </>
            )
          }
        </Read>
        <Trash />
        <section aria-labelledby="along" className="mt-6 grid gap-2">
          <h2 id="along">Take it with you</h2>
          <p className="text-ink-2">
            One ZIP with your files, what you turned in, what was said of it, and your receipts.
          </p>
          <a
            href={pathOf('readAllMine', {})}
            download
            className={`${buttonClass('quiet')} justify-self-start`}
          >
            <Download aria-hidden="true" className="size-5" /> Download everything
          </a>
        </section>
      </Together>
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
        <CopyLink key={copy.id} copy={copy} saysOpeners />
      ))}
      <Pages of="what was handed out" pages={pages} next={data.next} onTurn={setPages} byTime />
    </section>
  );
}
