// Keeps the application's own files, so that an installed one opens without a connection. Work and records are never kept
// here: whatever lies under /api goes to the school and nowhere else.
const KEPT = 'vestibul-pages-1';
const PAGE = '/';
/** Files of earlier versions that are kept beside today's. */
const MOST_FILES = 200;

self.addEventListener('install', () => self.skipWaiting());

self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== KEPT).map((name) => caches.delete(name)))),
  );
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api'))
    return;
  if (request.mode === 'navigate') event.respondWith(pageOf(request));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(fileOf(request));
});

/** The page as the school has it; without a connection, as it was last. */
async function pageOf(request) {
  const kept = await caches.open(KEPT);
  try {
    const answer = await fetch(request);
    if (answer.ok) await kept.put(PAGE, answer.clone());
    return answer;
  } catch (error) {
    const last = await kept.match(PAGE);
    if (last) return last;
    throw error;
  }
}

/** A file whose name says its content: once fetched, it is right for ever. */
async function fileOf(request) {
  const kept = await caches.open(KEPT);
  const known = await kept.match(request);
  if (known) return known;
  const answer = await fetch(request);
  if (answer.ok) {
    await kept.put(request, answer.clone());
    const all = await kept.keys();
    await Promise.all(all.slice(0, Math.max(0, all.length - MOST_FILES)).map((old) => kept.delete(old)));
  }
  return answer;
}
