// Keeps the mat and what it needs, so that a reload works while the network or the server is away.
const store = 'loyal-ladder-mat';
self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', e => e.waitUntil(self.clients.claim()));
self.addEventListener('fetch', e => {
  const url = new URL(e.request.url);
  if (e.request.method !== 'GET' || url.origin !== location.origin || url.searchParams.has('handler')) return;
  e.respondWith(
    (async () => {
      const cache = await caches.open(store);
      try {
        const fresh = await fetch(e.request);
        if (fresh.ok && !fresh.redirected) await cache.put(e.request, fresh.clone());
        if (fresh.status < 500) return fresh;
        return (await cache.match(e.request, { ignoreVary: true })) ?? fresh;
      } catch (error) {
        const held = await cache.match(e.request, { ignoreVary: true });
        if (held) return held;
        throw error;
      }
    })(),
  );
});
