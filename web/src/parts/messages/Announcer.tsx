import { useSyncExternalStore } from 'react';
import { announcements } from './announce';

/** What has happened, for those who hear the page. */
export function Announcer() {
  const all = useSyncExternalStore(announcements.subscribe, announcements.all);
  return (
    <div role="log" aria-live="polite" aria-label="What has happened" className="sr-only">
      {all.map(({ nth, text }) => (
        <p key={nth}>{text}</p>
      ))}
    </div>
  );
}
