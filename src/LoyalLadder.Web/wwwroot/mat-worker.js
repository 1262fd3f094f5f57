// Keeps the mat and what it needs, so that a reload works while the network or the server is away. One store for each person:
// whoever is not that person finds nothing.
const worker = /** @type {any} */ (self);
const person = new URL(location.href).searchParams.get('person') ?? '';
const store = `loyal-ladder-mat-${person}`;

async function forgetOthers() {
  const names = await caches.keys();
  const others = names.filter(n => n.startsWith('loyal-ladder-mat') && n !== store);
  await Promise.all(others.map(n => caches.delete(n)));
}

async function freshElseKept(request) {
  const cache = await caches.open(store);
  try {
    const fresh = await fetch(request);
    if (fresh.ok && !fresh.redirected) await cache.put(request, fresh.clone());
    if (fresh.status < 500) return fresh;
    return (await cache.match(request, { ignoreVary: true })) ?? fresh;
  } catch (error) {
    const held = await cache.match(request, { ignoreVary: true });
    if (held) return held;
    throw error;
  }
}

// a stream never ends: kept, it would never arrive
const isStream = request =>
  request.headers.get('accept')?.includes('text/event-stream') || new URL(request.url).pathname === '/live';

worker.addEventListener('install', () => worker.skipWaiting());
worker.addEventListener('activate', e => e.waitUntil(forgetOthers().then(() => worker.clients.claim())));
worker.addEventListener('fetch', e => {
  const url = new URL(e.request.url);
  if (e.request.method !== 'GET' || url.origin !== location.origin || url.searchParams.has('handler')) return;
  if (!isStream(e.request)) e.respondWith(freshElseKept(e.request));
});
