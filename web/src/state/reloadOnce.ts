import { makeShelf } from './browserShelf';

const KEY = 'vestibul.reloaded';
/** Sooner than this after loading again it is not tried once more: then something else is wrong. In milliseconds. */
const PAUSE = 60_000;

/**
 * Loads the page again where a part of it is gone because the school has a newer version: what is half written is kept, and it is
 * done once. Without a connection nothing is loaded again, since the page that is there is all there is.
 */
export async function reloadOnce(): Promise<void> {
  const shelf = makeShelf(() => sessionStorage);
  const before = Number(shelf.getItem(KEY));
  if (Date.now() - before < PAUSE) return;
  const isReachable = await fetch('/api/session').then(
    ({ ok }) => ok,
    () => false,
  );
  if (!isReachable) return;
  shelf.setItem(KEY, String(Date.now()));
  location.reload();
}
