import { useRef, useState } from 'react';
import { TRASH_DAYS } from '@vestibul/contract';
import { useZone } from '../../../parts/hall/useSession';
import { tell, tellFailure } from '../../../parts/messages/Notices';
import { Button } from '../../../parts/ui/Button';
import { sayBytes, sayList, sayMoment } from '../../../parts/ui/format';
import { Pages } from '../../../parts/ui/Pages';
import { api } from '../../../state/api';

/** What was deleted and can be restored, and until when. */
export function Trash() {
  const zone = useZone();
  const [pages, setPages] = useState<string[]>([]);
  const { data } = api.useListMyTrashQuery({ query: { before: pages.at(-1) ?? '' } });
  const [restore] = api.useRestoreFileMutation();
  const head = useRef<HTMLHeadingElement>(null);
  if (!data || (data.files.length === 0 && pages.length === 0)) return null;
  return (
    <section aria-labelledby="trash" className="mt-6 grid gap-2">
      <h2 id="trash" ref={head} tabIndex={-1}>
        Trash
      </h2>
      <p className="text-ink-2">
        What you delete can be restored for {TRASH_DAYS} days. What was turned in stays as it was, for you and
        your teachers.
      </p>
      <ul className="grid list-none gap-2 p-0">
        {data.files.map((file) => (
          <li
            key={file.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-lg border border-line bg-surface px-4 py-3"
          >
            <div className="grid min-w-0 flex-1 basis-64 gap-1">
              <span className="font-mono font-semibold [overflow-wrap:anywhere]">{file.name}</span>
              <p className="text-small text-ink-2">
                {file.form}, {sayBytes(file.bytes)} · deleted {sayMoment(file.deletedAt, zone)} · gone for
                good {sayMoment(file.goesAt, zone)}
                {file.sealed.length > 0 ? ` · what you turned in for ${sayList(file.sealed)} stays` : ''}
              </p>
            </div>
            <Button
              look="quiet"
              aria-label={`Restore ${file.name}`}
              onClick={() =>
                void restore({ params: { fileId: file.id } }).then(({ error }) => {
                  if (error) tellFailure(error);
                  else tell(`‘${file.name}’ is in the drawer again.`);
                  head.current?.focus({ preventScroll: true });
                })
              }
            >
              Restore
            </Button>
          </li>
        ))}
      </ul>
      <Pages of="the trash" pages={pages} next={data.next} onTurn={setPages} byTime />
    </section>
  );
}
