/// <reference lib="webworker" />
/*
 * Gives the app itself where the server does not answer: what was opened once opens again. Plans are no part of this; each page
 * keeps its own.
 */
const worker = self as unknown as ServiceWorkerGlobalScope;

/** All that the app is built of, and a name for that: the build puts both here, and so each build is another worker. */
declare const BUILT_FILES: readonly string[];
declare const BUILT_AS: string;
const CACHE = `app ${BUILT_AS}`;
const PAGE = '/';

/** A server that sleeps does not refuse; it says nothing. */
const PATIENCE_MILLISECONDS = 4000;

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(CACHE)
      .then((cache) => cache.addAll([PAGE, ...BUILT_FILES]))
      .then(() => worker.skipWaiting()),
  );
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== CACHE).map((name) => caches.delete(name))))
      .then(() => worker.clients.claim()),
  );
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== worker.location.origin) return;
  if (request.mode === 'navigate' && !pathname.startsWith('/api/')) event.respondWith(page(request));
  else if (pathname.startsWith('/assets/')) event.respondWith(asset(request));
});

/** The server's own page where it answers in time: it names the files of its build. */
async function page(request: Request): Promise<Response> {
  try {
    return await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MILLISECONDS) });
  } catch {
    return (await caches.match(PAGE)) ?? Response.error();
  }
}

/** Named by what is in it. */
async function asset(request: Request): Promise<Response> {
  return (await caches.match(request)) ?? fetch(request);
}
