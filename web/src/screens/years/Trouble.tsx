import { sayBytes, sayMoment, sayOwner } from '../../parts/ui/format';
import { useZone } from '../../parts/hall/useSession';
import { api } from '../../state/api';

/** What is wrong with the machine; nothing is shown where nothing is. */
export function Trouble() {
  const zone = useZone();
  const { data } = api.useReadTroubleQuery(undefined, { refetchOnMountOrArgChange: true });
  if (!data || (!data.isFull && data.setAside.length === 0)) return null;
  return (
    <section aria-label="The machine" className="grid gap-2">
      <h2>The machine</h2>
      {data.isFull ? (
        <p role="status" className="rounded-lg border border-edge bg-brass-soft px-4 py-2.5">
          <b className="font-semibold">The disk is full.</b> No files can be uploaded until there is space;
          what was turned in is safe, and everything else works. Uploads continue by themselves.
        </p>
      ) : null}
      {data.setAside.length > 0 ? (
        <>
          <p>
            These files could not be saved. What arrived is in the folder ‘set-aside’ next to the school’s
            data, each under its number; its sender has to send it again.
          </p>
          <ul className="grid list-none gap-2 p-0">
            {data.setAside.map((file) => (
              <li key={file.id} className="rounded-lg border border-line bg-surface px-4 py-2.5">
                <b className="font-semibold [overflow-wrap:anywhere]">{file.originalName}</b>{' '}
                <span className="text-small text-ink-2">
                  {sayBytes(file.bytes)} · {file.by ? sayOwner(file.by) : 'a guest'} ·{' '}
                  {sayMoment(file.at, zone)} · {file.id}
                </span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
